import type { components } from './schema';

type Schemas = components['schemas'];

export type RulebookSummary = Schemas['RulebookSummary'];
export type Rulebook = Schemas['Rulebook'];
export type Checked = Schemas['Checked'];
export type Finding = Schemas['Finding'];
export type Fix = Schemas['Fix'];
export type Edit = Schemas['Edit'];
export type Tape = Schemas['Tape'];
export type TapeEvent = Schemas['TapeEvent'];
export type Bench = Schemas['Bench'];
export type News = Schemas['News'];
export type Sender = Schemas['Sender'];
export type Receiver = Schemas['Receiver'];
export type SynthView = Schemas['SynthView'];
export type EffectView = Schemas['EffectView'];
export type SamplerView = Schemas['SamplerView'];
export type EchoView = Schemas['EchoView'];
export type DrumsView = Schemas['DrumsView'];
export type TraceRecord = Schemas['TraceRecord'];
export type Visit = Schemas['Visit'];
export type Late = Schemas['Late'];
export type Run = Schemas['Run'];
export type Gesture = Schemas['Gesture'];
export type StoredTape = Schemas['StoredTape'];
export type FileFormat = 'tape' | 'mid' | 'csv';
