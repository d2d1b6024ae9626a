import type { Lead, LeadEnd, Plug, Rig } from '../api/types';
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

export function removeLead(rig: Rig, id: string): Rig {
  return { ...rig, leads: (rig.leads ?? []).filter((lead) => lead.id !== id) };
}

export function plugAt(rig: Rig, end: LeadEnd): Plug | undefined {
  const unit = unitNamed(rig, end.unit);
  return unit === undefined ? undefined : chartOf(rig, unit)?.plugs?.find((plug) => plug.id === end.plug);
}
