import type { Sender } from '../api/types';

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
