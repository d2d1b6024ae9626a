import type { LivePicture } from '../api/types';
import { Panel } from '../ui/Panel';
import { Scroll } from '../ui/Scroll';

/** What the player has told, the latest first. */
export function WhatHappened({ told }: { told: LivePicture['told'] }) {
  return (
    <Panel title="What happened" className="min-h-40 flex-1">
      {told.length === 0 ? (
        <p className="p-3 opacity-80">Nothing yet.</p>
      ) : (
        <Scroll label="What happened" className="min-h-0 flex-1">
          <ol className="flex flex-col gap-1 p-3 text-sm">
            {told.toReversed().map(({ at, text }, index) => (
              <li key={told.length - index} className="flex gap-3">
                <time className="tabular-nums opacity-80">{at}</time>
                <span>{text}</span>
              </li>
            ))}
          </ol>
        </Scroll>
      )}
    </Panel>
  );
}
