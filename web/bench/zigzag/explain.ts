import type { Passage } from '../../session/passages';

/** What became of one message, in sentences. */
export function explain(passage: Passage): string[] {
  const { record, late } = passage;
  const sentences = [
    `At ${seconds(record.timeUs)} a ${record.text} came in at ${record.port} (${record.bytes}).`,
  ];
  if (record.visits.length === 0) {
    sentences.push(
      record.fate === 'unclaimed'
        ? 'No rule took it: it goes nowhere, and is counted as unclaimed.'
        : `It was ${record.fate}.`,
    );
  }
  for (const visit of record.visits) {
    const changes = visit.marks.map(
      (mark) => `${mark.field} from ${mark.was} to ${mark.now} (line ${mark.line})`,
    );
    sentences.push(
      `Rule “${visit.title}” on line ${visit.line} ${changes.length === 0 ? 'left it as it was' : `changed ${changes.join(', ')}`}.`,
    );
    for (const out of visit.outs) {
      sentences.push(
        `It left at ${out.port} as ${out.text} (${out.bytes})${remark(out.remark)}${arrived(out.arrived)}.`,
      );
    }
    for (const out of late.filter((each) => each.rule === visit.rule)) {
      sentences.push(
        `${seconds(out.timeUs - record.timeUs)} later ${out.text} (${out.bytes}) left at ${out.port}${arrived(out.arrived)}.`,
      );
    }
    if (visit.tear !== null) {
      sentences.push(`It was ${visit.tear.how} there, on line ${visit.tear.line}: ${visit.tear.reason}.`);
    } else if (visit.outs.length === 0 && late.length === 0) {
      sentences.push(
        record.due.length === 0 ? 'Nothing was sent for it.' : 'Nothing has been sent for it yet.',
      );
    }
  }
  if (
    record.reason !== null &&
    record.visits.length > 0 &&
    record.visits.every((visit) => visit.tear === null)
  ) {
    sentences.push(`${record.reason.charAt(0).toUpperCase()}${record.reason.slice(1)}.`);
  }
  return sentences;
}

function arrived(what: string | null | undefined): string {
  return what == null ? '' : ` and arrived: ${what}`;
}

function remark(text: string | null): string {
  return text === null ? '' : text === 'makes way' ? ', the oldest note, to make way' : `, on ${text}`;
}

export function seconds(timeUs: number): string {
  return timeUs < 1_000_000 && timeUs >= 0
    ? `${(timeUs / 1000).toFixed(1)} ms`
    : `${(timeUs / 1_000_000).toFixed(3)} s`;
}
