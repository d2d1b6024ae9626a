import type { Lead, LeadEnd, Plug, Rig, RigPlan } from '../api/types';
import { chartOf, unitNamed } from './units';

/** A lead between two plugs, with the cable or adapter that their connectors ask for. */
export function addLead(rig: Rig, a: LeadEnd, b: LeadEnd): Rig {
  const taken = new Set((rig.leads ?? []).map((lead) => lead.id));
  const base = `${a.unit} to ${b.unit}`;
  let id = base;
  for (let number = 2; taken.has(id); number += 1) {
    id = `${base} ${number}`;
  }
  const [from, to] = [plugAt(rig, a)?.connector ?? 'any', plugAt(rig, b)?.connector ?? 'any'];
  const isAdapted = from !== to && from !== 'any' && to !== 'any';
  const part: NonNullable<Lead['parts']>[number] = isAdapted
    ? { what: 'adapter', map: 'straight', ends: [from, to] }
    : { what: 'cable', map: 'straight' };
  return { ...rig, leads: [...(rig.leads ?? []), { id, a, b, parts: [part] }] };
}

export function changeLead(rig: Rig, id: string, edit: (lead: Lead) => Lead): Rig {
  return { ...rig, leads: (rig.leads ?? []).map((lead) => (lead.id === id ? edit(lead) : lead)) };
}

/** An adapter at the end of a lead, with the plugs that are missing there. */
export function adapter(rig: Rig, lead: Lead): NonNullable<Lead['parts']>[number] {
  const end = plugAt(rig, lead.b)?.connector;
  const last = lead.parts?.at(-1);
  const from = last === undefined ? plugAt(rig, lead.a)?.connector : (last.ends?.[1] ?? end);
  const made = { what: 'adapter', map: 'straight' } as const;
  return from === undefined || end === undefined || from === 'any' || end === 'any'
    ? made
    : { ...made, ends: [from, end] };
}

export function removeLead(rig: Rig, id: string): Rig {
  return { ...rig, leads: (rig.leads ?? []).filter((lead) => lead.id !== id) };
}

export function plugAt(rig: Rig, end: LeadEnd): Plug | undefined {
  const unit = unitNamed(rig, end.unit);
  return unit === undefined ? undefined : chartOf(rig, unit)?.plugs?.find((plug) => plug.id === end.plug);
}

/** A lead made of the cables and adapters that the plan wants. */
export function recabled(rig: Rig, planned: RigPlan['cables'][number]): Rig {
  return changeLead(rig, planned.lead, (lead) => ({
    ...lead,
    parts: planned.parts as NonNullable<Lead['parts']>,
  }));
}
