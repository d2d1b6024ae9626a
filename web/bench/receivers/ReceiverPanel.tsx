import type { Receiver } from '../../api/types';
import { Panel } from '../../ui/Panel';
import { EffectFace } from './EffectFace';
import { SynthFace } from './SynthFace';

/** A stand-in receiver at its port. */
export function ReceiverPanel({ receiver }: { receiver: Receiver }) {
  const { port, view } = receiver;
  const channel = view.channel === 0 ? 'all channels' : `channel ${view.channel}`;
  return (
    <Panel
      title={port}
      aside={
        <span className="text-xs">
          {view.face === 'synth' ? 'synth' : 'effect box'}, {channel}
        </span>
      }
      className="shrink-0"
    >
      <div className="px-2 py-1.5" data-receiver={port}>
        {view.face === 'synth' ? <SynthFace view={view} /> : <EffectFace view={view} />}
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
