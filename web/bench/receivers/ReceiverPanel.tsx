import { RotateCcw } from 'lucide-react';
import { memo } from 'react';
import type { Receiver } from '../../api/types';
import { Panel } from '../../ui/Panel';
import type { BenchStore } from '../../session/BenchStore';
import { DeviceFace } from './DeviceFace';
import { StandInButton } from '../standIns/StandInButton';

/** A simulated device that hears: a unit of the rig, or what stands in at a port; dense where there are many. */
export const ReceiverPanel = memo(function ReceiverPanel({
  receiver,
  isDense = false,
  store,
}: {
  receiver: Receiver;
  /** The bench on which it can be restored, or another one stood in. */
  store?: BenchStore;
  isDense?: boolean;
}) {
  const { port, view } = receiver;
  const { standIn } = view;
  const channel = standIn?.channel == null ? '' : `, channel ${standIn.channel}`;
  return (
    <Panel
      title={standIn?.port ?? view.label}
      label={`${standIn?.port ?? view.label}, hearing`}
      aside={
        <>
          <span className="text-xs">
            {standIn === null ? `${port}, ${view.sort}` : `${view.sort}${channel}`}
          </span>
          {receiver.restores && store !== undefined && (
            <button
              type="button"
              className="btn btn-square min-h-6 btn-ghost btn-xs"
              aria-label={`Restore ${port}`}
              title={`Restore ${port}: its program, the values that it does not store, and its lamps are sent once more`}
              onClick={() => store.restore(port)}
            >
              <RotateCcw size={14} />
            </button>
          )}
          {store !== undefined && <StandInButton standIn={standIn} hears store={store} />}
        </>
      }
      className="shrink-0"
      isDense={isDense}
    >
      <div className={`px-2 ${isDense ? 'py-0.5' : 'py-1.5'}`} data-receiver={port}>
        <DeviceFace view={view} isDense={isDense} />
        {view.elsewhere > 0 && (
          <p className="mt-1 text-xs text-warning">
            {view.elsewhere} {view.elsewhere === 1 ? 'message' : 'messages'} it does not understand
          </p>
        )}
      </div>
    </Panel>
  );
});
