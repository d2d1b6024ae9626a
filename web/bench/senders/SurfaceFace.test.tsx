// @vitest-environment jsdom
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Sender } from '../../api/types';
import { SurfaceFace } from './SurfaceFace';

const play = vi.fn<(control: string, value: number) => void>();
const LAMPS = [{ control: 'Switch 2', colour: 'green' }];

/** A surface whose controls stay where they are put, as on the bench. */
function Played({ of }: { of: Sender }) {
  const [positions, setPositions] = useState(new Map<string, number>());
  return (
    <SurfaceFace
      sender={of}
      lamps={LAMPS}
      at={(control) => positions.get(control)}
      play={(control, value) => {
        play(control, value);
        setPositions((before) => new Map(before).set(control, value));
      }}
    />
  );
}

beforeEach(() => play.mockReset());
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

describe('a controller made from its chart', () => {
  const control = (name: string, sort: string, more: object = {}) => ({
    control: name,
    label: name,
    sort,
    layer: null,
    at: null,
    low: 0,
    high: 127,
    rest: 0,
    isLatching: false,
    isRelative: false,
    perSecond: null,
    ...more,
  });
  const surface = (...controls: object[]): Sender =>
    ({ id: 'board', port: 'floor', face: 'surface', controls }) as unknown as Sender;

  it('presses, holds and latches switches, and shows their lamps', () => {
    render(
      <Played
        of={surface(control('Switch 1', 'switch', { isLatching: true }), control('Switch 2', 'switch'))}
      />,
    );
    const [first, second] = screen.getAllByRole('button');
    for (const value of [127, 0]) {
      fireEvent.keyDown(first as HTMLElement, { key: ' ' });
      fireEvent.keyUp(first as HTMLElement, { key: ' ' });
      expect(play).toHaveBeenLastCalledWith('Switch 1', value);
    }
    fireEvent.keyDown(second as HTMLElement, { key: ' ' });
    fireEvent.keyUp(second as HTMLElement, { key: ' ' });
    expect(play).toHaveBeenLastCalledWith('Switch 2', 0);
    expect(screen.getAllByRole('img', { name: 'lamp green' })).toHaveLength(1);
  });

  it('moves over the range of the control, and lets a wheel spring back', () => {
    const of = surface(
      control('Pedal', 'pedal', { low: 3, high: 124, rest: 3 }),
      control('Wheel', 'wheel', { low: -8192, high: 8191 }),
      control('Dial', 'encoder', { isRelative: true }),
    );
    render(<Played of={of} />);
    expect(screen.getByLabelText('Pedal')).toHaveProperty('max', '124');
    fireEvent.change(screen.getByLabelText('Wheel'), { target: { value: '-500' } });
    expect(play).toHaveBeenLastCalledWith('Wheel', -500);
    fireEvent.pointerUp(screen.getByLabelText('Wheel'));
    expect(play).toHaveBeenLastCalledWith('Wheel', 0);
    play.mockReset();
    fireEvent.keyUp(screen.getByLabelText('Wheel'), { key: 'Tab' });
    expect(play).not.toHaveBeenCalled();
    fireEvent.keyUp(screen.getByLabelText('Wheel'), { key: 'ArrowUp' });
    expect(play).toHaveBeenLastCalledWith('Wheel', 0);
    fireEvent.click(screen.getByRole('button', { name: 'Dial down' }));
    expect(play).toHaveBeenLastCalledWith('Dial', -1);
  });

  it('shows one layer at a time, and an axis swings by itself', () => {
    vi.useFakeTimers();
    const of = surface(
      control('A 1', 'fader', { layer: 'A' }),
      control('B 1', 'fader', { layer: 'B' }),
      control('Tilt', 'axis', { perSecond: 300 }),
    );
    render(<Played of={of} />);
    expect(screen.queryByLabelText('B 1')).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'B' }));
    expect(screen.queryByLabelText('B 1')).not.toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Swing' }));
    act(() => void vi.advanceTimersByTime(100));
    expect(play.mock.calls.filter(([name]) => name === 'Tilt').length).toBeGreaterThan(3);
  });
});
