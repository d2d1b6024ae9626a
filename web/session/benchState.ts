import type { News, Receiver, Sender } from '../api/types';
import { Passages } from './passages';
import type { Positions } from './positions';

/** What is known of a bench here. */
export interface BenchState {
  isOpen: boolean;
  /** Something was refused; stays until it is closed. */
  problem: string | null;
  /** The application does not answer; goes by itself. */
  trouble: string | null;
  /** What the bench has to tell, until it is closed. */
  told: readonly string[];
  isOnDisk: boolean;
  /** Name of the rules that run. */
  book: string | null;
  /** Whether something is still to come: a clock, a delay, a note of fixed length. */
  isRunning: boolean;
  senders: Sender[];
  receivers: Receiver[];
  rules: News['rules'];
  ports: News['ports'];
  memories: NonNullable<News['memories']>;
  scenes: NonNullable<News['scenes']>;
  clocks: NonNullable<News['clocks']>;
  /** Whether there was a panic, after which something may have to be brought back. */
  hasPanicked: boolean;
  /** How far the controls of the senders are moved, by sender and control. */
  positions: ReadonlyMap<string, Positions>;
  /** What has gone over the zigzag; the list grows, and its version goes up with it. */
  passages: Passages;
  passagesVersion: number;
  /** What each rule last did, by its title. */
  lastDone: ReadonlyMap<string, string>;
}

export const EMPTY: BenchState = {
  isOpen: false,
  problem: null,
  trouble: null,
  told: [],
  isOnDisk: true,
  book: null,
  isRunning: false,
  senders: [],
  receivers: [],
  rules: [],
  ports: [],
  memories: [],
  scenes: { titles: [], current: 0, song: 0, songs: 0 },
  clocks: [],
  hasPanicked: false,
  positions: new Map(),
  passages: new Passages(),
  passagesVersion: 0,
  lastDone: new Map(),
};
