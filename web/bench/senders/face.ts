import type { Sender } from '../../api/types';

/** What the face of a stand-in controller is given. */
export interface FaceProps {
  sender: Sender;
  /** How far a control is moved, 0 to 127; undefined while nobody has touched it. */
  at: (control: string) => number | undefined;
  play: (control: string, value: number) => void;
}
