import { RotateCcw } from 'lucide-react';
import { memo } from 'react';
import type { Receiver } from '../../api/types';
import { Panel } from '../../ui/Panel';
import { DeviceFace } from './DeviceFace';
import { EffectFace } from './EffectFace';
import { SamplerFace } from './SamplerFace';
import { SynthFace } from './SynthFace';
import { DrumsFace, EchoFace } from './TempoFaces';

const NAMES = {
  synth: 'synth',
  effect: 'effect box',
  sampler: 'sampler',
  echo: 'echo',
  drums: 'drum box',
  device: '',
};

function Face({ view, isDense }: { view: Receiver['view']; isDense: boolean }) {
  switch (view.face) {
    case 'synth':
      return <SynthFace view={view} isDense={isDense} />;
    case 'device':
      return <DeviceFace view={view} isDense={isDense} />;
    case 'effect':
      return <EffectFace view={view} isDense={isDense} />;
    case 'sampler':
      return <SamplerFace view={view} isDense={isDense} />;
    case 'echo':
      return <EchoFace view={view} isDense={isDense} />;
    case 'drums':
      return <DrumsFace view={view} isDense={isDense} />;
  }
}

/** A stand-in receiver at its port; dense where there are many. */
export const ReceiverPanel = memo(function ReceiverPanel({
  receiver,
  isDense = false,
  onRestore,
}: {
  receiver: Receiver;
  onRestore?: (unit: string) => void;
  isDense?: boolean;
}) {
  const { port, view } = receiver;
  const channel = view.channel === 0 ? 'all channels' : `channel ${view.channel}`;
  return (
    <Panel
      title={view.face === 'device' ? view.label : port}
      aside={
        <>
          <span className="text-xs">
            {view.face === 'device' ? `${port}, ${view.sort}` : `${NAMES[view.face]}, ${channel}`}
          </span>
          {receiver.restores && onRestore !== undefined && (
            <button
              type="button"
              className="btn btn-square min-h-6 btn-ghost btn-xs"
              aria-label={`Restore ${port}`}
              title={`Restore ${port}: its program, the values that it does not store, and its lamps are sent once more`}
              onClick={() => onRestore(port)}
            >
              <RotateCcw size={14} />
            </button>
          )}
        </>
      }
      className="shrink-0"
      isDense={isDense}
    >
      <div className={`px-2 ${isDense ? 'py-0.5' : 'py-1.5'}`} data-receiver={port}>
        <Face view={view} isDense={isDense} />
        {view.elsewhere > 0 && (
          <p className="mt-1 text-xs text-warning">
            {view.elsewhere} {view.elsewhere === 1 ? 'message' : 'messages'}{' '}
            {view.face === 'device' ? 'it does not understand' : 'on a channel it does not listen to'}
          </p>
        )}
      </div>
    </Panel>
  );
});
