import type { Rig, RigFinding } from '../api/types';
import { wayTo } from '../shows/address';

/** Something that can be found by typing: a place that one goes to, or something that is done. */
export interface Findable {
  /** What sort of thing it is, in a word. */
  sort: string;
  label: string;
  /** What else it is known by. */
  also?: string;
  to?: string;
  run?: () => void;
}

/** What a rig has that can be gone to. */
export function ofRig(show: string, rig: Rig): Findable[] {
  return [
    ...rig.units.map((unit) => ({
      sort: 'Unit',
      label: unit.label ?? unit.name,
      also: [unit.name, unit.place ?? ''].join(' '),
      to: wayTo(show, 'rig', { unit: unit.name }),
    })),
    ...(rig.show?.songs ?? []).map((song) => ({
      sort: 'Song',
      label: song.title,
      to: wayTo(show, 'show', { song: song.id }),
    })),
    ...(rig.leads ?? []).map((lead) => ({
      sort: 'Lead',
      label: lead.id,
      also: `${lead.a.unit} ${lead.b.unit}`,
      to: wayTo(show, 'rig', { lead: lead.id }),
    })),
  ];
}

/** The rules and scenes of a rulebook, each at its line. */
export function ofRules(show: string, text: string): Findable[] {
  return text.split('\n').flatMap((line, index) => {
    const found = /^(rule|scene|stack|clock|table|curve) +(?:"([^"]*)"|(\S+))/.exec(line);
    const label = found?.[2] ?? found?.[3];
    return found === null || label === undefined
      ? []
      : [
          {
            sort: `${(found[1] ?? '').slice(0, 1).toUpperCase()}${(found[1] ?? '').slice(1)}`,
            label,
            to: wayTo(show, 'bench', { line: String(index + 1) }),
          },
        ];
  });
}

export const ofFindings = (show: string, findings: readonly RigFinding[]): Findable[] =>
  findings.map((finding) => ({
    sort: finding.severity === 'error' ? 'Error' : finding.severity === 'warning' ? 'Warning' : 'Hint',
    label: finding.text,
    also: finding.cause,
    to: wayTo(show, 'rig', { finding: finding.key }),
  }));

const MOST = 60;

/** Those in which every word that was typed occurs; those that begin with it come first. */
export function matching(all: readonly Findable[], typed: string): Findable[] {
  const words = typed
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '');
  const rank = ({ label, also = '', sort }: Findable): number => {
    const [name, rest] = [label.toLowerCase(), `${also} ${sort}`.toLowerCase()];
    if (!words.every((word) => name.includes(word) || rest.includes(word))) {
      return -1;
    }
    const whole = words.join(' ');
    return name.startsWith(whole) ? 3 : name.includes(` ${whole}`) ? 2 : name.includes(whole) ? 1 : 0;
  };
  return all
    .map((each, place) => ({ each, place, rank: rank(each) }))
    .filter((found) => found.rank >= 0)
    .sort((one, other) => other.rank - one.rank || one.place - other.place)
    .slice(0, MOST)
    .map(({ each }) => each);
}
