import type { DeviceView } from '../api/types';

/** A device that has heard nothing. */
export const SILENT: DeviceView = {
  label: '',
  sort: 'other',
  standIn: null,
  program: null,
  values: [],
  voices: null,
  stolen: 0,
  tempo: null,
  notes: [],
  lamps: [],
  pulses: 0,
  messages: 0,
  elsewhere: 0,
};
