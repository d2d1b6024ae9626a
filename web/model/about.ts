import type { Rig } from '../api/types';
import { changeUnit } from './units';
import { without } from './without';

/** What is known of one box and not of its kind. Each change gives a new rig; nothing typed means unknown. */

type Written = 'label' | 'place' | 'serial' | 'firmware';

export function written(rig: Rig, unit: string, field: Written, typed: string): Rig {
  return changeUnit(rig, unit, (each) => (typed === '' ? without(each, field) : { ...each, [field]: typed }));
}

const NAMED: Readonly<Record<string, string>> = {
  red: '#d1495b',
  orange: '#e08e45',
  amber: '#ffb000',
  yellow: '#e6c229',
  green: '#4f9d69',
  blue: '#3d7ea6',
  violet: '#8e7dbe',
  white: '#f2f2f2',
  grey: '#8a8d91',
  black: '#2b2d30',
};

/** Words that bring their swatch with them. */
export const COLOUR_WORDS = Object.keys(NAMED);

/** A colour by its word; the swatch follows the word where that is known, and stays as it was else. */
export function coloured(rig: Rig, unit: string, word: string, hex?: string): Rig {
  return changeUnit(rig, unit, (each) =>
    word === ''
      ? without(each, 'colour')
      : { ...each, colour: { word, hex: hex ?? NAMED[word.toLowerCase()] ?? each.colour?.hex ?? '#8a8d91' } },
  );
}

export function together(rig: Rig, unit: string, other: string, isTogether: boolean): Rig {
  return changeUnit(rig, unit, (each) => {
    const left = (each.playsWith ?? []).filter((name) => name !== other);
    return { ...each, playsWith: isTogether ? [...left, other] : left };
  });
}

/** A label of a control: what stands on the board, and in which colour. */
export function labelled(
  rig: Rig,
  unit: string,
  control: string,
  part: 'text' | 'colour',
  typed: string,
): Rig {
  return changeUnit(rig, unit, (each) => {
    const before = each.labels?.[control] ?? {};
    const after = typed === '' ? without(before, part) : { ...before, [part]: typed };
    const labels = { ...each.labels, [control]: after };
    return { ...each, labels: Object.keys(after).length === 0 ? without(labels, control) : labels };
  });
}

/** A pasted column (or two: text and colour), from one control on, in the order of the chart. */
export function pastedLabels(
  rig: Rig,
  unit: string,
  controls: readonly string[],
  from: number,
  pasted: string,
): Rig {
  const rows = pasted.replaceAll('\r', '').replace(/\n+$/, '').split('\n');
  return rows.reduce((before, row, index) => {
    const control = controls[from + index];
    const [text = '', colour] = row.split('\t').map((cell) => cell.trim());
    if (control === undefined) {
      return before;
    }
    const named = labelled(before, unit, control, 'text', text);
    return colour === undefined ? named : labelled(named, unit, control, 'colour', colour);
  }, rig);
}
