import type { Lead, LivePicture } from '../api/types';

/** What stands behind one direction of a port while a show plays between real devices. */
export interface AliveSocket {
  state: 'open' | 'gone' | 'bare';
  /** The device that should be there, by its name or path. */
  device: string | null;
  /** Whether something has passed there just now. */
  isLit: boolean;
}

/** By the plugs of the post, as leads name them: "keys", or "desk in" and "desk out" where a port goes both ways. */
export type Alive = ReadonlyMap<string, AliveSocket>;

/** @param before what was known a moment ago; what has passed since then is lit */
export function aliveOf(picture: LivePicture, before: LivePicture | null): Alive {
  const alive = new Map<string, AliveSocket>();
  for (const now of picture.ports) {
    const was = before?.ports.find((each) => each.port === now.port);
    const socket = (open: string | null, device: string | null, hasPassed: boolean): AliveSocket => ({
      state: open !== null ? 'open' : device !== null ? 'gone' : 'bare',
      device,
      isLit: hasPassed,
    });
    const comesIn = socket(now.in, now.inDevice, was !== undefined && now.came > was.came);
    const goesOut = socket(now.out, now.outDevice, was !== undefined && now.sent > was.sent);
    alive.set(`${now.port} in`, comesIn);
    alive.set(`${now.port} out`, goesOut);
    alive.set(now.port, goesOut.state !== 'bare' || goesOut.isLit ? goesOut : comesIn);
  }
  return alive;
}

/** What stands behind the end of a lead that is in the post. */
export function socketOf(alive: Alive | null, lead: Lead): AliveSocket | null {
  const end = [lead.a, lead.b].find((each) => each.unit === 'post');
  return end === undefined ? null : (alive?.get(end.plug) ?? null);
}

/** What is told of it behind the verdict of its lead. */
export function socketWords(socket: AliveSocket | null): string {
  const words = { open: 'is open', gone: 'is not there', bare: '' };
  return socket === null || socket.state === 'bare' ? '' : `; ${socket.device} ${words[socket.state]}`;
}
