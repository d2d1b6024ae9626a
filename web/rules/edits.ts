import type { ChangeSpec, Text } from '@codemirror/state';
import type { Edit, Finding } from '../api/types';

/** Position in the document of a line and column counted from 1; past the end it is the end. */
export function positionOf(doc: Text, line: number, column: number): number {
  if (line > doc.lines) {
    return doc.length;
  }
  const at = doc.line(Math.max(1, line));
  return Math.min(
    at.to,
    at.from +
      Array.from(at.text)
        .slice(0, Math.max(0, column - 1))
        .join('').length,
  );
}

export function rangeOf(doc: Text, finding: Finding): { from: number; to: number } {
  const from = positionOf(doc, finding.line, finding.column);
  const to = positionOf(doc, finding.line, finding.column + finding.length);
  return { from: Math.min(from, to), to };
}

export function changesOf(doc: Text, edits: readonly Edit[]): ChangeSpec[] {
  return edits.map((edit) => ({
    from: positionOf(doc, edit.fromLine, edit.fromColumn),
    to: positionOf(doc, edit.toLine, edit.toColumn),
    insert: edit.text,
  }));
}
