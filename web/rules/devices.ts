import type { Completion } from '@codemirror/autocomplete';
import type { Chart, Rig, Unit } from '../api/types';

/** What rules can name: the title, and what it is in bytes. */
export interface Title {
  title: string;
  bytes: string;
}

/** The names of a unit that rules can use, as its chart has them. */
export interface DeviceNames {
  name: string;
  /** The document of its chart, if the library has it. */
  chart: string | null;
  controls: Title[];
  parameters: Title[];
  programs: Title[];
  lamps: Title[];
  /** Named values by parameter. */
  values: ReadonlyMap<string, Title[]>;
}

type Message = NonNullable<NonNullable<Chart['parameters']>[number]['message']>;
type Channel = Message['channel'];

/** @param library ids of the charts that can be opened */
export function deviceNames(rig: Rig, library: readonly string[]): DeviceNames[] {
  return rig.units.flatMap((unit) => {
    const chart = rig.charts[unit.chart.id]?.chart;
    return chart === undefined
      ? []
      : [{ ...namesOf(unit, chart), chart: library.includes(unit.chart.id) ? unit.chart.id : null }];
  });
}

function namesOf(unit: Unit, chart: Chart): Omit<DeviceNames, 'chart'> {
  const controls = chart.surface?.controls ?? [];
  const parameters = chart.parameters ?? [];
  const hears = chart.hears?.[0]?.channel;
  const sends = chart.sends?.[0]?.channel;
  const say = (message: Message | undefined, usual: Channel) =>
    message === undefined ? 'by hand, or unknown' : bytesOf(message, unit, chart, usual);
  return {
    name: unit.name,
    controls: controls.map((each) => ({ title: each.name, bytes: say(each.sends?.[0]?.message, sends) })),
    parameters: parameters.map((each) => ({
      title: each.name,
      bytes: `${say(each.message, hears)}, ${each.raw[0]} to ${each.raw[1]}`,
    })),
    programs: programsOf(unit, chart),
    lamps: controls.flatMap((each) =>
      each.lamp === undefined ? [] : [{ title: each.name, bytes: say(each.lamp.message, hears) }],
    ),
    values: new Map(
      parameters.map((each) => [
        each.name.toLowerCase(),
        (each.named ?? []).map((value) => ({ title: value.name, bytes: `${value.from} to ${value.to}` })),
      ]),
    ),
  };
}

function programsOf(unit: Unit, chart: Chart): Title[] {
  const names = new Map(
    Object.entries(chart.programs?.names ?? {}).map(([number, name]) => [Number(number), name]),
  );
  for (const [number, program] of Object.entries(unit.programs ?? {})) {
    if (program.name !== undefined) {
      names.set(Number(number), program.name);
    }
  }
  return [...names]
    .filter(([, name]) => name !== '')
    .map(([number, title]) => ({ title, bytes: `program change ${number} (from 0)` }));
}

function bytesOf(message: Message, unit: Unit, chart: Chart, usual: Channel): string {
  const channel = channelOf(message.channel ?? usual, unit, chart);
  const number = message.number === undefined ? '' : ` ${message.number}`;
  return `${message.kind}${number}, MIDI channel ${channel}`;
}

function channelOf(channel: Channel, unit: Unit, chart: Chart): string {
  if (channel === undefined) {
    return 'unknown';
  }
  if (typeof channel !== 'object') {
    return String(channel);
  }
  const setting = chart.settings?.find((each) => each.id === channel.setting);
  const value = unit.settings?.[channel.setting]?.value ?? setting?.factory;
  return value === undefined
    ? 'unknown'
    : String(typeof value === 'number' ? value + (channel.offset ?? 0) : value);
}

const USES = {
  take: 'controls',
  copy: 'controls',
  turn: 'parameters',
  recall: 'programs',
  light: 'lamps',
} as const;

type Verb = keyof typeof USES;
const isVerb = (word: string | undefined): word is Verb => word !== undefined && word in USES;

/** Units that can stand behind a step that names one. */
export function unitOffers(before: string, devices: readonly DeviceNames[]): Completion[] {
  const verb = /^\s*(?:on (?:enter|leave) )?([a-z]+)\s+$/.exec(before)?.[1];
  if (verb === 'play') {
    return devices.map(({ name }) => ({ label: name, detail: 'device' }));
  }
  if (verb === 'lamps') {
    return devices
      .filter((each) => each.lamps.length > 0)
      .map(({ name }) => ({ label: name, detail: 'device' }));
  }
  return isVerb(verb)
    ? devices
        .filter((each) => each[USES[verb]].length > 0)
        .map(({ name }) => ({ label: name, detail: 'device' }))
    : [];
}

/** Titles that can stand in the quotes that are open at the end of a line so far. */
export function titlesAt(before: string, devices: readonly DeviceNames[]): readonly Title[] {
  const match = /^\s*(?:on (?:enter|leave) )?([a-z]+)\s+([a-z][a-z0-9_]*)\s+(.*)"[^"]*$/.exec(before);
  const [, verb, name, between = ''] = match ?? [];
  const device = devices.find((each) => each.name === name);
  if (device === undefined || !isVerb(verb)) {
    return [];
  }
  const parameter = verb === 'turn' ? /^"([^"]*)"\s+to\s+/.exec(between)?.[1] : undefined;
  return parameter === undefined ? device[USES[verb]] : (device.values.get(parameter.toLowerCase()) ?? []);
}

/** What is named at a place of a line. */
export function namedAt(
  line: string,
  column: number,
  devices: readonly DeviceNames[],
): { device: DeviceNames; title: Title; from: number; to: number } | null {
  for (const match of line.matchAll(/"([^"]*)"/g)) {
    const [from, to] = [match.index, match.index + match[0].length];
    if (column >= from && column <= to) {
      const wanted = (match[1] ?? '').trim().toLowerCase();
      const title = titlesAt(line.slice(0, from + 1), devices).find(
        (each) => each.title.toLowerCase() === wanted,
      );
      const name = /^\s*(?:on (?:enter|leave) )?[a-z]+\s+([a-z][a-z0-9_]*)/.exec(line)?.[1];
      const device = devices.find((each) => each.name === name);
      return title === undefined || device === undefined ? null : { device, title, from, to };
    }
  }
  return null;
}
