import type { Receiver } from '../../api/types';
import { Panel } from '../../ui/Panel';
import { EffectFace } from './EffectFace';
import { SamplerFace } from './SamplerFace';
import { SynthFace } from './SynthFace';
import { DrumsFace, EchoFace } from './TempoFaces';

const NAMES = { synth: 'synth', effect: 'effect box', sampler: 'sampler', echo: 'echo', drums: 'drum box' };

function Face({ view }: { view: Receiver['view'] }) {
  switch (view.face) {
    case 'synth':
      return <SynthFace view={view} />;
    case 'effect':
      return <EffectFace view={view} />;
    case 'sampler':
      return <SamplerFace view={view} />;
    case 'echo':
      return <EchoFace view={view} />;
    case 'drums':
      return <DrumsFace view={view} />;
  }
}

/** A stand-in receiver at its port. */
export function ReceiverPanel({ receiver }: { receiver: Receiver }) {
  const { port, view } = receiver;
  const channel = view.channel === 0 ? 'all channels' : `channel ${view.channel}`;
  return (
    <Panel
      title={port}
      aside={
        <span className="text-xs">
          {NAMES[view.face]}, {channel}
        </span>
      }
      className="shrink-0"
    >
      <div className="px-2 py-1.5" data-receiver={port}>
        <Face view={view} />
        {view.elsewhere > 0 && (
          <p className="mt-1 text-xs text-warning">
            {view.elsewhere} {view.elsewhere === 1 ? 'message' : 'messages'} on a channel it does not listen
            to
          </p>
        )}
      </div>
    </Panel>
  );
}
