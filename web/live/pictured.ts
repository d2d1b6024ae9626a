import { applyPatch, type Operation } from 'fast-json-patch';
import type { LiveMessage, LivePicture } from '../api/types';

/** A picture of what plays, and the number it has among those that come. */
export interface Pictured {
  number: number;
  picture: LivePicture;
}

/** The picture after a message; null where one is missing before it, so that all has to be asked for anew. */
export function pictured(before: Pictured | null, message: LiveMessage): Pictured | null {
  if (message.picture !== undefined) {
    return { number: message.number, picture: message.picture };
  }
  if (before === null || message.changes === undefined || message.number !== before.number + 1) {
    return null;
  }
  try {
    const changed = applyPatch(before.picture, message.changes as Operation[], true, false);
    return { number: message.number, picture: changed.newDocument };
  } catch {
    return null; // what it changes is not there
  }
}
