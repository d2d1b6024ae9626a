import type { RigFinding } from '../api/types';

/** Findings of one kind and severity. */
export interface Group {
  key: string;
  code: string;
  severity: RigFinding['severity'];
  findings: RigFinding[];
  /** Whether it is one line until somebody opens it. */
  isFolded: boolean;
}

/** More of one kind than this are one line. */
const MOST_OPEN = 3;

/** Findings in their order, those of a kind together; of a severity, or in which all words that were typed occur. */
export function listed(
  findings: readonly RigFinding[],
  only: RigFinding['severity'] | 'all',
  typed: string,
): Group[] {
  const words = typed
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '');
  const groups = new Map<string, Group>();
  for (const finding of findings) {
    const said = `${finding.cause} ${finding.text}`.toLowerCase();
    if ((only !== 'all' && finding.severity !== only) || !words.every((word) => said.includes(word))) {
      continue;
    }
    const key = `${finding.severity} ${finding.code}`;
    const group = groups.get(key) ?? {
      key,
      code: finding.code,
      severity: finding.severity,
      findings: [],
      isFolded: false,
    };
    group.findings.push(finding);
    group.isFolded = group.findings.length > MOST_OPEN;
    groups.set(key, group);
  }
  return [...groups.values()];
}

/** Where the words of a code do not say it well. */
const KINDS: Partial<Record<string, string>> = {
  'two-rules-one-parameter': 'Two rules move one parameter',
  'number-not-for-controls': 'Number not made for controls',
  'standard-number': 'Number with a meaning of its own',
  unreachable: 'Rule that nothing reaches',
  'unreachable-scene': 'Scene that nothing calls',
  'default-alive': 'Sends by itself',
  'factory-number-alive': 'Factory numbers still sent',
  'no-power': 'Power missing',
  'double-way': 'Arrives twice',
  'falls-short': 'Pedal falls short',
  'called-alike': 'Programs with one message',
  'same-message': 'Controls that send the same',
  'controls-alike': 'Controls that do the same',
  'moves-several': 'Control moves several',
  'kind-blocked': 'Messages blocked on the way',
  'receive-off': 'Receiving switched off',
  'not-received': 'Never received',
  'thru-off': 'Thru switched off',
  'thru-unknown': 'Thru of unknown state',
  'many-thrus': 'Too many thrus in a row',
  loop: 'Loop',
  'shared-channel': 'Channel shared',
  'channel-nobody-hears': 'Channel that nobody hears',
  'channel-nobody-sends': 'Channel that nobody sends',
  'number-nobody-hears': 'Number that nobody hears',
  'number-nobody-sends': 'Number that nobody sends',
  'program-out-of-range': 'Program that does not exist',
  'value-out-of-range': 'Value out of range',
  'beyond-sixteen': 'Beyond channel 16',
  'clock-in-off': 'Clock switched off',
  'clock-missing': 'No clock arrives',
  'clock-for-nobody': 'Clock for nobody',
  'clock-never-started': 'Clock never started',
  'two-clocks-reach': 'Two clocks arrive',
  'tempo-out-of-range': 'Tempo out of range',
  'toggles-by-itself': 'Toggles on every message',
  'does-not-play': 'Does not play',
  'not-kept-out': 'Not kept out',
  'mirrors-apart': 'Mirrors that differ',
  'zone-differs': 'Zones that differ',
  'not-sent': 'Not sent to the box',
  'backup-old': 'Backup too old',
  'battery-short': 'Battery too short',
  'firmware-old': 'Firmware too old',
  'lead-dead': 'Dead lead',
  'lead-dangling': 'Loose end',
  'lead-may-damage': 'Lead that may damage',
  'lead-unknown': 'Lead that is not known to work',
  'lead-risky': 'Risky lead',
  'lead-full': 'Lead is full',
  'lead-flooded': 'Lead is flooded',
  'port-without-lead': 'Port without a lead',
  'unit-without-lead': 'Unit without a lead',
  'plug-taken-twice': 'Two leads in one plug',
  'supply-overloaded': 'Supply overloaded',
};

/** A kind in words: "label-too-long" is "Label too long". */
export const kindWords = (code: string): string =>
  KINDS[code] ?? `${code.slice(0, 1).toUpperCase()}${code.slice(1).replaceAll('-', ' ')}`;
