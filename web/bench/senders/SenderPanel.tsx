import { memo } from 'react';
import type { Sender } from '../../api/types';
import { Panel } from '../../ui/Panel';
import type { BenchStore } from '../../session/BenchStore';
import type { Positions } from '../../session/positions';
import { StandInButton } from '../standIns/StandInButton';
import type { Lamps } from './face';
import { SequencerFace } from './SequencerFace';
import { SlabFace } from './SlabFace';
import { SurfaceFace, widthOf } from './SurfaceFace';

const FACES = {
  slab: SlabFace,
  sequencer: SequencerFace,
  surface: SurfaceFace,
};
const WIDTHS = {
  slab: 'flex-[2_1_15rem]',
  sequencer: 'flex-[1_1_13rem]',
  surface: '',
};

/** A simulated controller: a unit of the rig, or what stands in at a port. */
export const SenderPanel = memo(function SenderPanel({
  sender,
  store,
  positions,
  lamps,
}: {
  sender: Sender;
  store: BenchStore;
  positions: Positions | undefined;
  lamps: Lamps;
}) {
  const Face = FACES[sender.face];
  const ports = sender.ports.join(', ');
  const channel = sender.channel === 0 ? '' : ` ${sender.channel}`;
  return (
    <Panel
      title={sender.title}
      aside={
        <>
          <span className="text-xs whitespace-nowrap" title={`comes in at ${ports}, MIDI channel${channel}`}>
            {`${ports}${channel}`}
          </span>
          <StandInButton standIn={sender.standIn} store={store} />
        </>
      }
      className={`h-48 lg:shrink-0 ${sender.face === 'surface' ? widthOf(sender) : WIDTHS[sender.face]}`}
    >
      {sender.stopped !== null && (
        <p
          role="note"
          className="truncate bg-warning px-2 text-xs text-warning-content"
          title={sender.stopped}
        >
          Nothing comes in: {sender.stopped}
        </p>
      )}
      <div className="min-h-0 flex-1 p-2">
        <Face
          sender={sender}
          at={(control) => positions?.get(control)}
          lamps={lamps}
          play={(control, value) => store.play(sender.id, control, value)}
        />
      </div>
    </Panel>
  );
});
