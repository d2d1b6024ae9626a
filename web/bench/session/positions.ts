import type { Sender } from '../../api/types';

/** How far controls are moved, 0 to 127. */
export type Positions = ReadonlyMap<string, number>;

/** By port and first two bytes of a message, the control it moves, and whether it lets it go. */
export type Movements = ReadonlyMap<string, readonly [string, boolean]>;

/** What the tapes of these senders move. */
export function movementsOf(senders: readonly Sender[]): Movements {
  const moved = new Map<string, [string, boolean]>();
  for (const { port, controls } of senders) {
    for (const { control, moves, ends } of controls) {
      if (moves !== null) {
        moved.set(`${port} ${moves}`, [control, false]);
      }
      if (ends !== null) {
        moved.set(`${port} ${ends}`, [control, true]);
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
): { control: string; value: number } | null {
  const [control, isEnd] = movements.get(`${port} ${bytes.slice(0, 5)}`) ?? [];
  return control === undefined || bytes.length !== 8
    ? null
    : { control, value: isEnd === true ? 0 : parseInt(bytes.slice(6), 16) };
}
