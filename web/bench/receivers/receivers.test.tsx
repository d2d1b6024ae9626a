// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { DeviceView, Receiver } from '../../api/types';
import { BenchStore } from '../../session/BenchStore';
import { ReceiverPanel } from './ReceiverPanel';
import { SILENT } from '../../session/silent';

afterEach(cleanup);

function synth(change: Partial<DeviceView>): Receiver {
  const view: DeviceView = {
    ...SILENT,
    label: 'moths',
    sort: 'synth',
    standIn: { port: 'moths', chart: 'synth', channel: 3 },
    voices: [null, null, null, null],
    ...change,
  };
  return { port: 'moths', restores: false, byHand: [], hazards: [], view };
}

describe('what stands in at a port', () => {
  it('shows which voice plays, which is only held, and which is free', () => {
    const voices: DeviceView['voices'] = [
      { name: 'C4', velocity: 100, isDown: true },
      { name: 'E4', velocity: 90, isDown: false },
      null,
      null,
    ];
    render(<ReceiverPanel receiver={synth({ voices, notes: ['C4'] })} />);
    const items = within(screen.getByRole('list', { name: 'Voices' })).getAllByRole('listitem');
    expect(items.map((item) => item.textContent)).toEqual(['C4100', 'E4held', 'free', 'free']);
    expect(screen.getAllByText('C4')).toHaveLength(1);
  });

  it('says how many notes it had to steal, and what passes it by', () => {
    render(<ReceiverPanel receiver={synth({ stolen: 2, elsewhere: 1 })} />);
    expect(screen.getByText('2 stolen')).toBeTruthy();
    expect(screen.getByText('1 message it does not understand')).toBeTruthy();
  });

  it('names its kind and channel', () => {
    render(<ReceiverPanel receiver={synth({})} />);
    expect(screen.getByText('synth, channel 3')).toBeTruthy();
    cleanup();
    render(<ReceiverPanel receiver={synth({ standIn: { port: 'moths', chart: 'synth', channel: null } })} />);
    expect(screen.getByText('synth')).toBeTruthy();
  });

  it('says the tempo and where it has it from', () => {
    render(<ReceiverPanel receiver={synth({ tempo: { bpm: 104, source: 'presses' }, pulses: 11 })} />);
    expect(screen.getByText('104.0')).toBeTruthy();
    expect(screen.getByText(/by presses/)).toBeTruthy();
    expect(screen.getByText(/11 pulses/)).toBeTruthy();
  });
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
            ...SILENT,
            label: 'Brine',
            sort: 'effect',
            program: { shown: '8', name: 'Last bell' },
            values: [{ name: 'Swell', value: 64, low: 0, high: 127, shown: '-18 dB' }],
            notes: ['C4'],
            lamps: [{ control: 'Switch 1', colour: 'amber' }],
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
    const restore = vi.fn<BenchStore['restore']>();
    const store = Object.assign(new BenchStore(), { restore });
    const { rerender } = render(<ReceiverPanel receiver={synth({})} store={store} />);
    expect(screen.queryByRole('button')).toBeNull();
    rerender(<ReceiverPanel receiver={{ ...synth({}), restores: true }} store={store} />);
    fireEvent.click(screen.getByRole('button', { name: 'Restore moths' }));
    expect(restore).toHaveBeenCalledExactlyOnceWith('moths');
  });
});
