import type { DeviceView, Sender } from '../../api/types';

/** Lamps of a controller that are lit. */
export type Lamps = DeviceView['lamps'];

/** What the face of a stand-in controller is given. */
export interface FaceProps {
  sender: Sender;
  lamps: Lamps;
  /** How far a control is moved, in raw values; undefined while nobody has touched it. */
  at: (control: string) => number | undefined;
  play: (control: string, value: number) => void;
}
