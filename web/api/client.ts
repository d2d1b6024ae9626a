import { answered, at, client, LONGEST_MS, of, uploaded, within, withRig } from './request';
import { benchCalls } from './bench';
import { showCalls } from './shows';
import { liveCalls } from './live';
import type {
  ComputedRig,
  Candidate,
  Laying,
  ReadTableColumn,
  ReckonWhat,
  RigPart,
  SwapMatch,
  SwitchChange,
  Takeover,
  TapeEvent,
  Target,
} from './types';

export { Refusal } from './request';

export const api = {
  ...benchCalls,
  ...liveCalls,
  ...showCalls,
  /** @param kind null for all kinds */
  listDocuments: (kind: string | null, deleted = false) =>
    answered(
      client.GET('/api/documents', {
        params: { query: { ...(kind === null ? {} : { kind }), deleted } },
        ...within(LONGEST_MS),
      }),
    ),
  createDocument: (body: { kind: string; name: string; text: string }) =>
    answered(client.POST('/api/documents', { body, ...within(LONGEST_MS) })),
  importDocument: (file: File) => answered(client.POST('/api/documents/import', uploaded(file))),
  readDocument: (id: string) =>
    answered(
      client.GET('/api/documents/{id}', {
        params: { path: { id }, query: { alone: true } },
        ...within(LONGEST_MS),
      }),
    ),
  readBeside: (id: string, part: RigPart) =>
    answered(
      client.GET('/api/documents/{id}/beside/{part}', {
        params: { path: { id, part } },
        ...within(LONGEST_MS),
      }),
    ),
  documentVersion: (id: string) =>
    answered(client.GET('/api/documents/{id}/version', { ...of(id), ...within(LONGEST_MS) })),
  writeDocument: (id: string, body: { name: string; text: string; version: number }) =>
    answered(
      client.PUT('/api/documents/{id}', {
        ...of(id),
        body: { ...body, alone: true },
        ...within(LONGEST_MS),
      }),
    ),
  judgeDocument: (id: string, version: number, rig: string | null) =>
    answered(
      client.POST('/api/documents/{id}/good', {
        ...of(id),
        body: withRig({ version }, rig),
        ...within(LONGEST_MS),
      }),
    ),
  duplicateDocument: (id: string) =>
    answered(client.POST('/api/documents/{id}/duplicate', { ...of(id), ...within(LONGEST_MS) })),
  deleteDocument: (id: string) =>
    answered(client.DELETE('/api/documents/{id}', { ...of(id), ...within(LONGEST_MS) })),
  restoreDocument: (id: string) =>
    answered(client.POST('/api/documents/{id}/restore', { ...of(id), ...within(LONGEST_MS) })),
  listRevisions: (id: string) =>
    answered(client.GET('/api/documents/{id}/revisions', { ...of(id), ...within(LONGEST_MS) })),
  readRevision: (id: string, number: number) =>
    answered(
      client.GET('/api/documents/{id}/revisions/{number}', { ...at(id, number), ...within(LONGEST_MS) }),
    ),
  bringBack: (id: string, number: number, version: number) =>
    answered(
      client.POST('/api/documents/{id}/revisions/{number}/restore', {
        ...at(id, number),
        body: { version },
        ...within(LONGEST_MS),
      }),
    ),
  openIncoming: (name: string, size: number) =>
    answered(client.POST('/api/everything/incoming', { body: { name, size }, ...within(LONGEST_MS) })),
  addIncoming: (id: string, at: number, piece: Blob) =>
    answered(
      client.PUT('/api/everything/incoming/{id}', {
        params: { path: { id }, query: { at } },
        headers: { 'Content-Type': 'application/octet-stream' },
        body: '',
        bodySerializer: () => piece,
        ...within(LONGEST_MS),
      }),
    ),
  goOnIncoming: (id: string) =>
    answered(
      client.POST('/api/everything/incoming/{id}/next', { params: { path: { id } }, ...within(LONGEST_MS) }),
    ),
  dropIncoming: (id: string) =>
    answered(
      client.DELETE('/api/everything/incoming/{id}', { params: { path: { id } }, ...within(LONGEST_MS) }),
    ),
  /** What is computed of a rig: all of it, or the parts that a view shows. */
  computedRig: <P extends keyof ComputedRig = keyof ComputedRig>(id: string, parts: readonly P[] = []) =>
    answered(
      client.GET('/api/rigs/{id}/computed', {
        params: { path: { id }, query: parts.length === 0 ? {} : { parts: parts.join(',') } },
        ...within(LONGEST_MS),
      }),
    ) as Promise<Pick<ComputedRig, P | 'version'>>,
  waysOf: (id: string, unit: string, of: { control: string } | { parameter: string }) =>
    answered(
      client.GET('/api/rigs/{id}/ways', {
        params: { path: { id }, query: { unit, ...of } },
        ...within(LONGEST_MS),
      }),
    ),
  renameUnit: (id: string, from: string, to: string) =>
    answered(client.POST('/api/rigs/{id}/rename', { ...of(id), body: { from, to }, ...within(LONGEST_MS) })),
  renameTitles: (id: string, unit: string, titles: { what: SwapMatch['what']; from: string; to: string }[]) =>
    answered(
      client.POST('/api/rigs/{id}/titles', { ...of(id), body: { unit, titles }, ...within(LONGEST_MS) }),
    ),
  addRules: (id: string, text: string) =>
    answered(client.POST('/api/rigs/{id}/rules', { ...of(id), body: { text }, ...within(LONGEST_MS) })),
  fixFinding: (id: string, key: string, version: number) =>
    answered(client.POST('/api/rigs/{id}/fix', { ...of(id), body: { key, version }, ...within(LONGEST_MS) })),
  swapChart: (id: string, unit: string, chart: string) =>
    answered(client.POST('/api/rigs/{id}/swap', { ...of(id), body: { unit, chart }, ...within(LONGEST_MS) })),
  layControls: (id: string, body: Laying) =>
    answered(client.POST('/api/rigs/{id}/lay', { ...of(id), body, ...within(LONGEST_MS) })),
  recognise: (events: readonly TapeEvent[], fromUs: number, toUs: number, text: string, rig: string | null) =>
    answered(
      client.POST('/api/learn/recognise', {
        body: { events: [...events], fromUs, toUs, text, rig },
        ...within(LONGEST_MS),
      }),
    ),
  learnTargets: (text: string, rig: string | null) =>
    answered(client.POST('/api/learn/targets', { body: { text, rig }, ...within(LONGEST_MS) })),
  learnRule: (text: string, rig: string | null, control: Candidate, target: Target) =>
    answered(
      client.POST('/api/learn/rule', {
        body: { text, rig, control: { ...control, sort: control.sorts[0] ?? '' }, target },
        ...within(LONGEST_MS),
      }),
    ),
  showOf: (id: string) => answered(client.GET('/api/rigs/{id}/show', { ...of(id), ...within(LONGEST_MS) })),
  setCell: (id: string, scene: string, unit: string, program: string | null) =>
    answered(
      client.POST('/api/rigs/{id}/show/cell', {
        ...of(id),
        body: { scene, unit, program },
        ...within(LONGEST_MS),
      }),
    ),
  scaleLines: (
    id: string,
    body: { text: string; unit: string; control: string; heel: number; toe: number },
  ) => answered(client.POST('/api/rigs/{id}/scale-lines', { ...of(id), body, ...within(LONGEST_MS) })),
  chartOfPlayed: (name: string, controls: readonly { name: string; control: Candidate }[]) =>
    answered(
      client.POST('/api/learn/chart', {
        body: {
          name,
          controls: controls.map((each) => ({
            ...each.control,
            name: each.name,
            sort: each.control.sorts[0] ?? '',
          })),
        },
        ...within(LONGEST_MS),
      }),
    ),
  nextOfLog: (id: string) =>
    answered(client.GET('/api/rigs/{id}/log/next', { ...of(id), ...within(LONGEST_MS) })),
  targetsOf: (id: string) =>
    answered(client.GET('/api/rigs/{id}/show/targets', { ...of(id), ...within(LONGEST_MS) })),
  changeSwitch: (id: string, body: SwitchChange) =>
    answered(client.POST('/api/rigs/{id}/show/switch', { ...of(id), body, ...within(LONGEST_MS) })),
  copyWhole: (id: string, body: { unit: string | null; from: string | null; to: string | null }) =>
    answered(client.POST('/api/rigs/{id}/show/copy', { ...of(id), body, ...within(LONGEST_MS) })),
  leapsOf: (id: string) => answered(client.GET('/api/rigs/{id}/leaps', { ...of(id), ...within(LONGEST_MS) })),
  setTakeover: (id: string, line: number, takeover: Takeover) =>
    answered(
      client.POST('/api/rigs/{id}/leaps', { ...of(id), body: { line, takeover }, ...within(LONGEST_MS) }),
    ),
  proving: (id: string, known: string, from: number) =>
    answered(
      client.GET('/api/rigs/{id}/proving', {
        params: { path: { id }, query: { known, from } },
        ...within(LONGEST_MS),
      }),
    ),
  proofsOf: (id: string, known: string, from: number) =>
    answered(
      client.GET('/api/rigs/{id}/proofs', {
        params: { path: { id }, query: { known, from } },
        ...within(LONGEST_MS),
      }),
    ),
  acceptProof: (
    id: string,
    body: { name: string; tape?: string | null; why?: string | null; scene?: number | null },
  ) => answered(client.POST('/api/rigs/{id}/proofs', { ...of(id), body, ...within(LONGEST_MS) })),
  calibrate: (id: string, events: readonly TapeEvent[], toUs: number) =>
    answered(
      client.POST('/api/rigs/{id}/calibrate', {
        ...of(id),
        body: { events: [...events], toUs },
        ...within(LONGEST_MS),
      }),
    ),
  keepMeasured: (
    id: string,
    body: { unit: string; control: string; heel: number; toe: number; noise: number },
  ) => answered(client.POST('/api/rigs/{id}/measured', { ...of(id), body, ...within(LONGEST_MS) })),
  rehearse: (id: string, known: string, from: number) =>
    answered(
      client.GET('/api/rigs/{id}/rehearsal', {
        params: { path: { id }, query: { known, from } },
        ...within(LONGEST_MS),
      }),
    ),
  reckon: (what: ReckonWhat, query: Record<string, string>) =>
    answered(client.GET('/api/reckon/{what}', { params: { path: { what }, query }, ...within(LONGEST_MS) })),
  trialOf: (id: string, ticks: readonly { unit: string; control: string; passed: 0 | 1 }[]) =>
    answered(
      client.POST('/api/rigs/{id}/trial', { ...of(id), body: { ticks: [...ticks] }, ...within(LONGEST_MS) }),
    ),
  readTable: (body: {
    text: string;
    name: string;
    columns?: { index: number; holds: ReadTableColumn['holds'] }[];
  }) => answered(client.POST('/api/charts/read', { body, ...within(LONGEST_MS) })),
  check: (text: string, rig: string | null, rulebook: string | null) =>
    answered(
      client.POST('/api/check', {
        body: withRig({ text, ...(rulebook === null ? {} : { rulebook }) }, rig),
        ...within(LONGEST_MS),
      }),
    ),
  format: (text: string) => answered(client.POST('/api/format', { body: { text }, ...within(LONGEST_MS) })),
  rename: (body: { text: string; line: number; column: number; name: string }) =>
    answered(client.POST('/api/rename', { body, ...within(LONGEST_MS) })),
  welcome: () => answered(client.GET('/api/welcome', within(LONGEST_MS))),
  listTapes: () => answered(client.GET('/api/tapes', within(LONGEST_MS))),
  uploadTape: (file: File) => answered(client.POST('/api/tapes', uploaded(file))),
  deleteTape: (id: string) =>
    answered(client.DELETE('/api/tapes/{id}', { ...of(id), ...within(LONGEST_MS) })),
  restoreTape: (id: string) =>
    answered(client.POST('/api/tapes/{id}/restore', { ...of(id), ...within(LONGEST_MS) })),
  tapeEvents: (id: string) =>
    answered(client.GET('/api/tapes/{id}/events', { ...of(id), ...within(LONGEST_MS) })),
  beginRun: (body: { text: string; tape: string; port?: string }) =>
    answered(client.POST('/api/runs', { body, ...within(LONGEST_MS) })),
  continueRun: (id: string) =>
    answered(client.POST('/api/runs/{id}/continue', { ...of(id), ...within(LONGEST_MS) })),
};
