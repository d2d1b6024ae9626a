import type { Sender, TapeEvent } from '../api/types';
import { messagesIn } from './messagesIn';

/** How far controls are moved, 0 to 127. */
export type Positions = ReadonlyMap<string, number>;

/** By port and first two bytes of a message, the sender and control it moves, and whether it lets it go. */
export type Movements = ReadonlyMap<string, readonly [string, string, boolean]>;

/** What the tapes of these senders move. */
export function movementsOf(senders: readonly Sender[]): Movements {
  const moved = new Map<string, [string, string, boolean]>();
  for (const { id, ports, controls } of senders) {
    for (const port of ports) {
      for (const { control, moves, ends } of controls) {
        if (moves !== null) {
          moved.set(`${port} ${moves}`, [id, control, false]);
        }
        if (ends !== null) {
          moved.set(`${port} ${ends}`, [id, control, true]);
        }
      }
    }
  }
  return moved;
}

/** Which control a message on a tape moves, and how far; null when that is not known. */
export function movementOf(
  movements: Movements,
  port: string,
  bytes: string,
): { sender: string; control: string; value: number } | null {
  const [sender, control, isEnd] = movements.get(`${port} ${bytes.slice(0, 5)}`) ?? [];
  return sender === undefined || control === undefined || bytes.length !== 8
    ? null
    : { sender, control, value: isEnd === true ? 0 : parseInt(bytes.slice(6), 16) };
}

/** How far controls are moved, by sender. */
export type AllPositions = ReadonlyMap<string, Positions>;

export function withPosition(
  all: AllPositions,
  sender: string,
  control: string,
  value: number,
): AllPositions {
  return new Map(all).set(sender, new Map(all.get(sender)).set(control, value));
}

/** How far controls are moved after what came in: where real devices play, what stands for them is drawn as they are. */
export function followed(all: AllPositions, movements: Movements, came: readonly TapeEvent[]): AllPositions {
  let now = all;
  for (const { port, bytes } of came) {
    for (const message of messagesIn(bytes)) {
      const moved = movementOf(movements, port, message);
      now = moved === null ? now : withPosition(now, moved.sender, moved.control, moved.value);
    }
  }
  return now;
}
