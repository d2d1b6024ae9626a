import { useCallback, useRef, type KeyboardEvent, type RefObject } from 'react';
import type { Drawn } from './drawn';
import type { Box } from './graph';
import { BOX, type Laid } from './measures';
import type { Zoom } from './useZoom';
import { called, stepped, type At } from './walk';

/** Letters that follow each other so soon are one word. */
const WORD_MS = 900;

/** Arrows go along leads and boxes, Enter opens, letters find, plus and minus zoom; all of it is one tab stop. */
export function usePictureKeys({
  frame,
  held,
  laid,
  lines,
  boxes,
  zoom,
  onGo,
  onOpen,
}: {
  frame: RefObject<HTMLDivElement | null>;
  held: At;
  laid: Laid;
  lines: readonly Drawn[];
  boxes: readonly Box[];
  zoom: Zoom;
  onGo: (at: At) => void;
  onOpen: (at: At) => void;
}): { go: (to: At) => void; onKeyDown: (event: KeyboardEvent) => void } {
  const typed = useRef({ word: '', at: 0 });
  const known = useRef({ laid, lines, zoom, onGo });
  known.current = { laid, lines, zoom, onGo };
  const go = useCallback(
    (to: At) => {
      const now = known.current;
      const place = now.laid.layout.places.get(to.name);
      const line = now.lines.find((each) => each.line.id === to.name);
      if (to.what === 'box' && place !== undefined) {
        now.zoom.show({ ...now.laid.at(place), ...BOX });
      } else if (line !== undefined) {
        const [x, y] = [Math.min(line.from.x, line.to.x), Math.min(line.from.y, line.to.y)];
        now.zoom.show({
          x,
          y,
          width: Math.abs(line.from.x - line.to.x),
          height: Math.abs(line.from.y - line.to.y),
        });
      }
      now.onGo(to);
      requestAnimationFrame(() =>
        frame.current
          ?.querySelector<SVGElement>(`[data-at="${CSS.escape(`${to.what} ${to.name}`)}"]`)
          ?.focus(),
      );
    },
    [frame],
  );
  const find = (letter: string) => {
    const now = Date.now();
    const isWord = now - typed.current.at < WORD_MS;
    typed.current = { word: isWord ? typed.current.word + letter : letter, at: now };
    const found = called(typed.current.word, boxes, held.name);
    if (found !== null) {
      go({ what: 'box', name: found });
    }
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) {
      return;
    }
    const acts: Partial<Record<string, () => void>> = {
      Enter: () => onOpen(held),
      ' ': () => onOpen(held),
      '+': () => zoom.by(1.3),
      '=': () => zoom.by(1.3),
      '-': () => zoom.by(1 / 1.3),
      '0': () => zoom.fit(),
      Home: () => go({ what: 'box', name: boxes[0]?.name ?? '' }),
      End: () => go({ what: 'box', name: boxes.at(-1)?.name ?? '' }),
    };
    const next = stepped(held, event.key, laid.layout, lines);
    const act = next !== null ? () => go(next) : acts[event.key];
    if (act !== undefined) {
      event.preventDefault();
      act();
    } else if (/^[\p{L}\p{N}]$/u.test(event.key)) {
      event.preventDefault();
      find(event.key);
    }
  };
  return { go, onKeyDown };
}
