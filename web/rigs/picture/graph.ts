import type { Lead, Rig } from '../../api/types';

/** What is drawn as a box: a unit, the post, or a place on stage with everything that stands there. */
export interface Box {
  name: string;
  label: string;
  sort: string;
  /** Under its label: channel, and how many it stands for. */
  about: string;
  colour?: string | undefined;
  /** Where it stands on stage; empty where that is unknown. */
  place: string;
  /** Units of a folded place; a unit itself has none. */
  units?: readonly string[];
}

export type LeadKind = 'DIN' | 'USB' | 'jack' | 'radio' | 'pulse' | 'sound' | 'power' | 'other';

/** What is drawn as a line: a lead, or several between the same boxes. */
export interface Line {
  id: string;
  from: string;
  to: string;
  /** Plugs at its ends; of several leads these are not told. */
  plugs: { from: string; to: string };
  kind: LeadKind;
  /** In which direction something goes over it. */
  goesBack: boolean;
  leads: readonly Lead[];
}

export interface Graph {
  boxes: readonly Box[];
  lines: readonly Line[];
  hasPost: boolean;
}

export const POST = 'post';

/** The rig as boxes and lines. */
export function graphOf(rig: Rig): Graph {
  const leads = rig.leads ?? [];
  return {
    hasPost:
      leads.some((lead) => lead.a.unit === POST || lead.b.unit === POST) ||
      (rig.book !== undefined && leads.length === 0),
    boxes: rig.units.map((unit) => ({
      name: unit.name,
      label: unit.label ?? unit.name,
      sort: rig.charts[unit.chart.id]?.chart.sort ?? 'other',
      about: channelOf(rig, unit.name),
      colour: unit.colour?.hex,
      place: unit.place ?? '',
    })),
    lines: leads.map((lead) => ({
      id: lead.id,
      from: lead.a.unit,
      to: lead.b.unit,
      plugs: { from: plugWords(rig, lead.a), to: plugWords(rig, lead.b) },
      kind: kindOf(rig, lead),
      goesBack: goes(rig, lead.a, 'in') && !goes(rig, lead.a, 'out'),
      leads: [lead],
    })),
  };
}

/** On which channel a unit hears, or sends where it hears nothing; empty where it has none. */
export function channelOf(rig: Rig, name: string): string {
  const unit = rig.units.find((each) => each.name === name);
  const chart = rig.charts[unit?.chart.id ?? '']?.chart;
  const hears = chart?.hears?.find((each) => each.channel !== undefined);
  const channel = hears?.channel ?? chart?.sends?.find((each) => each.channel !== undefined)?.channel;
  if (channel === undefined) {
    return '';
  }
  if (typeof channel === 'number') {
    return `channel ${channel}`;
  }
  if (typeof channel === 'string') {
    return channel === 'omni' ? 'all channels' : '';
  }
  const value = unit?.settings?.[channel.setting]?.value;
  return value === undefined
    ? 'channel ?'
    : typeof value === 'number'
      ? `channel ${value + (channel.offset ?? 0)}`
      : value;
}

function plugOf(rig: Rig, end: Lead['a']) {
  const unit = rig.units.find((each) => each.name === end.unit);
  return rig.charts[unit?.chart.id ?? '']?.chart.plugs?.find((each) => each.id === end.plug);
}

const plugWords = (rig: Rig, end: Lead['a']): string =>
  end.unit === POST ? end.plug : (plugOf(rig, end)?.label ?? end.plug);

function goes(rig: Rig, end: Lead['a'], way: 'in' | 'out'): boolean {
  return plugOf(rig, end)?.uses.some((use) => use.way === way || use.way === 'both') === true;
}

const KINDS: Partial<Record<string, LeadKind>> = {
  power: 'power',
  audio: 'sound',
  pulse: 'pulse',
  usb: 'USB',
};

function kindOf(rig: Rig, lead: Lead): LeadKind {
  const plug = plugOf(rig, lead.a) ?? plugOf(rig, lead.b);
  const carries = plug?.uses[0]?.carries;
  const kind = KINDS[carries ?? ''];
  if (kind !== undefined) {
    return kind;
  }
  const connector = plug?.connector ?? '';
  return connector.startsWith('din')
    ? 'DIN'
    : connector.startsWith('usb')
      ? 'USB'
      : connector.startsWith('jack')
        ? 'jack'
        : connector === 'radio'
          ? 'radio'
          : 'other';
}

export const isPower = (line: Line): boolean => line.kind === 'power';

/** Units of a rig without the post that pass on to another what they hear: there the ways fold. */
export function passing(rig: Rig): Set<string> {
  const leads = graphOf(rig).hasPost ? [] : (rig.leads ?? []);
  const isLed = (unit: string, plug: string) =>
    leads.some(({ a, b }) => [a, b].some((end) => end.unit === unit && end.plug === plug));
  return new Set(
    rig.units
      .filter((unit) =>
        (rig.charts[unit.chart.id]?.chart.routes ?? []).some(
          ({ from, to }) =>
            from.some((plug) => isLed(unit.name, plug)) && to.some((plug) => isLed(unit.name, plug)),
        ),
      )
      .map(({ name }) => name),
  );
}
