// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Receiver, SynthView } from '../../api/types';
import { ReceiverPanel } from './ReceiverPanel';

afterEach(cleanup);

function synth(change: Partial<SynthView>): Receiver {
  const view: SynthView = {
    face: 'synth',
    channel: 3,
    voices: [null, null, null, null],
    controllers: [],
    bend: 0,
    pressure: 0,
    program: 0,
    notes: 0,
    stolen: 0,
    elsewhere: 0,
    ...change,
  };
  return { port: 'moths', restores: false, byHand: [], hazards: [], view };
}

describe('a synth', () => {
  it('shows which voice plays, which is only held, and which is free', () => {
    const voices: SynthView['voices'] = [
      { key: 60, name: 'C4', velocity: 100, isDown: true },
      { key: 64, name: 'E4', velocity: 90, isDown: false },
      null,
      null,
    ];
    render(<ReceiverPanel receiver={synth({ voices })} />);
    const items = within(screen.getByRole('list', { name: 'Voices' })).getAllByRole('listitem');
    expect(items.map((item) => item.textContent)).toEqual(['C4100', 'E4held', 'free', 'free']);
  });

  it('says how many notes it had to steal, and what passes it by', () => {
    render(<ReceiverPanel receiver={synth({ stolen: 2, elsewhere: 1 })} />);
    expect(screen.getByText('2 stolen')).toBeTruthy();
    expect(screen.getByText('1 message on a channel it does not listen to')).toBeTruthy();
  });

  it('names its kind and channel', () => {
    render(<ReceiverPanel receiver={synth({})} />);
    expect(screen.getByText('synth, channel 3')).toBeTruthy();
  });
});

it('a sampler shows levels in per cent', () => {
  render(
    <ReceiverPanel
      receiver={{
        port: 'sampler',
        restores: false,
        byHand: [],
        hazards: [],
        view: { face: 'sampler', channel: 9, levels: [0, 8192, 16383], elsewhere: 0 } as Receiver['view'],
      }}
    />,
  );
  const parts = within(screen.getByRole('list', { name: 'Levels of the parts' })).getAllByRole('listitem');
  expect(parts.map((part) => part.textContent)).toEqual(['0', '50', '100']);
});

it('an echo says the tempo and where it has it from', () => {
  render(
    <ReceiverPanel
      receiver={{
        port: 'echo',
        restores: false,
        byHand: [],
        hazards: [],
        view: { face: 'echo', channel: 5, tempo: 104, source: 'taps', elsewhere: 0 } as Receiver['view'],
      }}
    />,
  );
  expect(screen.getByText('104.0')).toBeTruthy();
  expect(screen.getByText(/by taps/)).toBeTruthy();
});

it('a drum box marks its step', () => {
  render(
    <ReceiverPanel
      receiver={{
        port: 'ticker',
        restores: false,
        byHand: [],
        hazards: [],
        view: {
          face: 'drums',
          channel: 0,
          step: 3,
          pulses: 11,
          tempo: null,
          elsewhere: 0,
        },
      }}
    />,
  );
  const steps = within(screen.getByRole('list', { name: 'Steps of the drum box' })).getAllByRole('listitem');
  expect(steps.map((step) => step.className.includes('bg-primary'))).toEqual(
    Array.from({ length: 8 }, (_, index) => index === 2),
  );
  expect(screen.getByText(/11 pulses/)).toBeTruthy();
});

describe('a unit of the rig', () => {
  it('shows its program, what was moved last, its lamps, and what it does not understand', () => {
    render(
      <ReceiverPanel
        receiver={{
          port: 'brine',
          restores: false,
          byHand: [],
          hazards: [],
          view: {
            face: 'device',
            channel: 0,
            label: 'Brine',
            sort: 'effect',
            program: { shown: '8', name: 'Last bell' },
            values: [{ name: 'Swell', value: 64, low: 0, high: 127, shown: '-18 dB' }],
            notes: ['C4'],
            lamps: [{ control: 'Switch 1', colour: 'amber' }],
            pulses: 0,
            messages: 12,
            elsewhere: 2,
          },
        }}
      />,
    );
    expect(screen.getByRole('img', { name: 'Program 8' })).toBeTruthy();
    expect(screen.getByText('Last bell')).toBeTruthy();
    expect(screen.getByRole('progressbar', { name: 'Swell' }).getAttribute('value')).toBe('64');
    expect(screen.getByText('-18 dB')).toBeTruthy();
    expect(within(screen.getByRole('list', { name: 'Lamps' })).getByText(/Switch 1 amber/)).toBeTruthy();
    expect(screen.getByText('2 messages it does not understand')).toBeTruthy();
  });
});

describe('restoring', () => {
  it('is offered where the rules reach the unit, and asks for that unit', () => {
    const restore = vi.fn();
    const { rerender } = render(<ReceiverPanel receiver={synth({})} onRestore={restore} />);
    expect(screen.queryByRole('button')).toBeNull();
    rerender(<ReceiverPanel receiver={{ ...synth({}), restores: true }} onRestore={restore} />);
    fireEvent.click(screen.getByRole('button', { name: 'Restore moths' }));
    expect(restore).toHaveBeenCalledExactlyOnceWith('moths');
  });
});
