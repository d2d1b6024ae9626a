import type { Bench, Checked, Late, News, TraceRecord, Visit } from '../api/types';

/** Made-up answers of the server, for tests. */
export function record(change: Partial<TraceRecord> = {}): TraceRecord {
  return {
    seq: 1,
    timeUs: 1000,
    port: 'keys',
    bytes: '90 3C 64',
    text: 'note C4, velocity 100, channel 1',
    brief: 'note C4, vel 100',
    channel: 1,
    fate: 'delivered',
    reason: null,
    visits: [],
    due: [],
    ...change,
  };
}

export function made(change: Partial<Visit['outs'][number]> = {}): Visit['outs'][number] {
  return {
    line: 12,
    timeUs: 0,
    port: 'moths',
    bytes: '92 3C 64',
    text: 'note on C4, velocity 100, channel 3',
    brief: 'note on C4, vel 100',
    channel: 3,
    remark: null,
    voice: null,
    ...change,
  };
}

export function late(change: Partial<Late> = {}): Late {
  const { timeUs, port, bytes, text, brief, channel, remark, voice } = made();
  return { of: 1, rule: 0, timeUs, port, bytes, text, brief, channel, remark, voice, ...change };
}

export function visit(change: Partial<Visit> = {}): Visit {
  return { rule: 0, title: 'Left hand', line: 12, marks: [], outs: [], tear: null, ...change };
}

export function news(change: Partial<News> = {}): News {
  return {
    heard: 0,
    turn: 0,
    book: 'rules',
    nowUs: 0,
    isOnDisk: true,
    came: [],
    told: [],
    senders: null,
    records: [],
    late: [],
    replaced: [],
    isWhole: true,
    rules: [],
    ports: [],
    receivers: [],
    memories: [],
    scenes: { titles: [], current: 0, song: 0, songs: 0 },
    clocks: [],
    nextDueUs: null,
    playerUs: null,
    ...change,
  };
}

export function checked(change: Partial<Checked> = {}): Checked {
  return {
    runs: true,
    book: null,
    title: 'Ferry',
    names: {
      in: [],
      out: [],
      tables: [],
      curves: [],
      memories: [],
      groups: [],
      stacks: [],
      clocks: [],
      scenes: [],
    },
    findings: [],
    ...change,
  };
}

export function bench(change: Partial<Bench> = {}): Bench {
  return { id: 'b1', request: 0, clockUs: 0, ...news({ senders: [] }), ...change };
}
