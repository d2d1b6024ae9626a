import type { Passage } from '../../session/passages';

/** Which messages are shown; an empty text lets everything through. */
export interface Filter {
  port: string;
  kind: string;
  channel: string;
  rule: string;
  droppedOnly: boolean;
  hideStreams: boolean;
}

export const EVERYTHING: Filter = {
  port: '',
  kind: '',
  channel: '',
  rule: '',
  droppedOnly: false,
  hideStreams: false,
};

export const KINDS = ['note', 'controller', 'parameter', 'program', 'bend', 'pressure', 'system'] as const;

/** Letters of one controller message; parameter messages and pairs are made up of several. */
const ONE_CONTROLLER = 8;

export function passes(passage: Passage, filter: Filter): boolean {
  const { record, late } = passage;
  if (filter.hideStreams && passage.isStream) {
    return false;
  }
  if (
    filter.droppedOnly &&
    record.fate !== 'dropped' &&
    record.fate !== 'rejected' &&
    record.fate !== 'unclaimed'
  ) {
    return false;
  }
  if (filter.rule !== '' && !record.visits.some((visit) => visit.title === filter.rule)) {
    return false;
  }
  const messages = [
    { port: record.port, bytes: record.bytes },
    ...record.visits.flatMap((visit) => visit.outs),
    ...late,
  ];
  return (
    (filter.port === '' || messages.some((message) => message.port === filter.port)) &&
    (filter.kind === '' || kindOf(record.bytes) === filter.kind) &&
    (filter.channel === '' || messages.some((message) => channelOf(message.bytes) === filter.channel))
  );
}

function kindOf(bytes: string): (typeof KINDS)[number] {
  switch (bytes[0]) {
    case '8':
    case '9':
      return 'note';
    case 'B':
      return bytes.length > ONE_CONTROLLER ? 'parameter' : 'controller';
    case 'C':
      return 'program';
    case 'E':
      return 'bend';
    case 'A':
    case 'D':
      return 'pressure';
    default:
      return 'system';
  }
}

function channelOf(bytes: string): string {
  return bytes.startsWith('F') ? '' : String(parseInt(bytes[1] ?? '0', 16) + 1);
}
