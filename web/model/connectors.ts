/** What a plug can be, as charts and cables name it; `any` is of ports that are no plugs. */
export const CONNECTORS = [
  'din5',
  'jack 2.5',
  'jack 3.5',
  'jack 6.35',
  'usb a',
  'usb b',
  'usb c',
  'usb mini',
  'usb micro',
  'rj45',
  'xlr3',
  'barrel',
  'network',
  'radio',
  'any',
] as const;
