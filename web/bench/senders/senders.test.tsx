// @vitest-environment jsdom
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState, type ComponentType } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Sender } from '../../api/types';
import type { FaceProps } from './face';
import { PressButton } from './PressButton';
import { SequencerFace } from './SequencerFace';
import { SlabFace } from './SlabFace';
import { SurfaceFace } from './SurfaceFace';

const play = vi.fn<(control: string, value: number) => void>();

function sender(face: Sender['face'], controls: string[]): Sender {
  return { ports: ['p'], face, controls: controls.map((control) => ({ control, label: control })) } as Sender;
}

/** A face whose controls stay where they are put, as on the bench. */
function Played({ face: Face, of }: { face: ComponentType<FaceProps>; of: Sender }) {
  const [positions, setPositions] = useState(new Map<string, number>());
  return (
    <Face
      sender={of}
      lamps={[]}
      at={(control) => positions.get(control)}
      play={(control, value) => {
        play(control, value);
        setPositions((before) => new Map(before).set(control, value));
      }}
    />
  );
}

/** A sender with piano keys. */
function withKeys(face: Sender['face'], from: number, to: number): Sender {
  const controls = Array.from({ length: to - from + 1 }, (_, index) => ({
    control: `key ${from + index}`,
    label: '',
    key: from + index,
    moves: null,
    ends: null,
  }));
  return { ...sender(face, []), controls };
}

/** jsdom knows no pointers. */
class Pointer extends MouseEvent {
  readonly pointerId: number;

  constructor(type: string, init: PointerEventInit = {}) {
    super(type, init);
    this.pointerId = init.pointerId ?? 0;
  }
}

/** jsdom lays nothing out: everything is 100 by 100. */
beforeEach(() => {
  play.mockReset();
  Element.prototype.setPointerCapture = vi.fn();
  window.PointerEvent = Pointer as unknown as typeof PointerEvent;
  Element.prototype.getBoundingClientRect = () => new DOMRect(0, 0, 100, 100);
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

describe('a pad', () => {
  it('is played by Space and by pointer, and let go once', () => {
    const press = vi.fn();
    const release = vi.fn();
    render(<PressButton label="Pad 1" text="1" isDown={false} onPress={press} onRelease={release} />);
    const pad = screen.getByRole('button', { name: 'Pad 1' });
    fireEvent.keyDown(pad, { key: ' ' });
    fireEvent.keyDown(pad, { key: ' ', repeat: true });
    fireEvent.keyUp(pad, { key: ' ' });
    fireEvent.keyUp(pad, { key: ' ' });
    expect([press.mock.calls, release.mock.calls.length]).toEqual([[[96]], 1]);
    fireEvent.pointerDown(pad, { button: 0, pointerId: 1, clientY: 100 });
    fireEvent.pointerUp(pad, { pointerId: 1 });
    expect(press).toHaveBeenLastCalledWith(127);
    expect(release).toHaveBeenCalledTimes(2);
  });

  it('is let go when the focus leaves it or it goes away', () => {
    const release = vi.fn();
    const view = render(
      <PressButton label="Pad 1" text="1" isDown={false} onPress={vi.fn()} onRelease={release} />,
    );
    const pad = screen.getByRole('button');
    fireEvent.keyDown(pad, { key: 'Enter' });
    fireEvent.blur(pad);
    expect(release).toHaveBeenCalledTimes(1);
    fireEvent.keyDown(pad, { key: 'Enter' });
    view.unmount();
    expect(release).toHaveBeenCalledTimes(2);
  });

  it('does not sound by the second mouse button', () => {
    const press = vi.fn();
    render(<PressButton label="Pad 1" text="1" isDown={false} onPress={press} onRelease={vi.fn()} />);
    fireEvent.pointerDown(screen.getByRole('button'), { button: 2, pointerId: 1 });
    expect(press).not.toHaveBeenCalled();
  });
});

it('keys are lit while they are down, whoever plays them', () => {
  render(
    <SurfaceFace
      lamps={[]}
      sender={withKeys('surface', 60, 72)}
      at={(control) => (control === 'key 64' ? 1 : undefined)}
      play={play}
    />,
  );
  const pressed = screen.getAllByRole('button', { pressed: true }).map((button) => button.ariaLabel);
  expect(pressed).toEqual(['E4 d key']);
});

describe('the keys', () => {
  it('are walked by arrows, and stop at the ends', () => {
    render(<Played face={SurfaceFace} of={withKeys('surface', 48, 72)} />);
    const c4 = screen.getByRole('button', { name: 'C4 a key' });
    expect(c4.tabIndex).toBe(0);
    c4.focus();
    fireEvent.keyDown(c4, { key: 'ArrowRight' });
    expect(document.activeElement?.getAttribute('aria-label')).toBe('C#4 w key');
    fireEvent.keyDown(document.activeElement ?? c4, { key: 'ArrowUp' });
    expect(document.activeElement?.getAttribute('aria-label')).toBe('C5 k key');
    fireEvent.keyDown(document.activeElement ?? c4, { key: ' ' });
    fireEvent.keyUp(document.activeElement ?? c4, { key: ' ' });
    expect(play.mock.calls).toEqual([
      ['key 72', 96],
      ['key 72', 0],
    ]);
  });
});

describe('the slab', () => {
  const open = () => {
    render(<SlabFace sender={withKeys('slab', 48, 57)} play={play} />);
    return screen.getByRole('application');
  };

  it('gives every held digit a finger of its own, and the arrows bend all of them', () => {
    const slab = open();
    fireEvent.keyDown(slab, { key: '1' });
    fireEvent.keyDown(slab, { key: '3' });
    expect(play.mock.calls).toEqual([
      ['finger 1 key 48', 96],
      ['finger 2 key 52', 96],
    ]);
    play.mockReset();
    fireEvent.keyDown(slab, { key: 'ArrowRight' });
    const bends = play.mock.calls.filter(([control]) => control.endsWith('bend'));
    expect(bends).toEqual([
      ['finger 1 bend', 8277],
      ['finger 2 bend', 8277],
    ]);
    fireEvent.keyUp(slab, { key: '1' });
    expect(play).toHaveBeenLastCalledWith('finger 1 key 48', 0);
  });

  it('follows a pointer: across bends, up presses, the height is timbre', () => {
    const slab = open();
    fireEvent.pointerDown(slab, { pointerId: 5, clientX: 35, clientY: 50 });
    expect(play.mock.calls).toEqual([['finger 1 key 51', 90]]);
    fireEvent.pointerMove(slab, { pointerId: 5, clientX: 45, clientY: 25 });
    expect(play.mock.calls.slice(1)).toEqual([
      ['finger 1 bend', 8363],
      ['finger 1 pressure', 64],
      ['finger 1 timbre', 95],
    ]);
    fireEvent.pointerUp(slab, { pointerId: 5 });
    expect(play).toHaveBeenLastCalledWith('finger 1 key 51', 0);
  });

  it('lets everything go when it loses the focus', () => {
    const slab = open();
    fireEvent.keyDown(slab, { key: '2' });
    fireEvent.pointerDown(slab, { pointerId: 5, clientX: 0, clientY: 0 });
    fireEvent.blur(slab);
    expect(play.mock.calls.filter(([, value]) => value === 0)).toHaveLength(2);
  });
});

it('the sequencer leads with 24 clocks a beat, plays its steps and stops clean', () => {
  vi.useFakeTimers();
  render(<SequencerFace sender={sender('sequencer', ['step 1', 'step 2'])} play={play} />);
  fireEvent.click(screen.getByRole('button', { name: /start|run|play/i }));
  act(() => void vi.advanceTimersByTime(1200)); // two beats at 100
  const count = (name: string, value: number) =>
    play.mock.calls.filter(([control, each]) => control === name && each === value).length;
  expect(play.mock.calls[0]).toEqual(['start', 0]);
  expect(count('clock', 0)).toBeGreaterThanOrEqual(48);
  expect(count('clock', 0)).toBeLessThanOrEqual(50);
  fireEvent.click(screen.getByRole('button', { name: /stop/i }));
  expect(count('step 1', 90)).toBe(count('step 1', 0));
  expect(count('step 2', 90)).toBe(count('step 2', 0));
  expect(play).toHaveBeenLastCalledWith('stop', 0);
});
