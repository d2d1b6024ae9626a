import { memo } from 'react';
import type { Sender } from '../../api/types';
import { Panel } from '../../ui/Panel';
import type { BenchStore } from '../session/BenchStore';
import type { Positions } from '../session/positions';
import { FadersFace } from './FadersFace';
import { FootboardFace } from './FootboardFace';
import type { Lamps } from './face';
import { KeysFace } from './KeysFace';
import { PadsFace } from './PadsFace';
import { SequencerFace } from './SequencerFace';
import { SlabFace } from './SlabFace';
import { SurfaceFace, widthOf } from './SurfaceFace';
import { TiltFace } from './TiltFace';

const FACES = {
  keys: KeysFace,
  pads: PadsFace,
  faders: FadersFace,
  footboard: FootboardFace,
  slab: SlabFace,
  tilt: TiltFace,
  sequencer: SequencerFace,
  surface: SurfaceFace,
};
const NAMES = {
  keys: 'Keys',
  pads: 'Pad tray',
  faders: 'Fader strip',
  footboard: 'Foot switchboard',
  slab: 'Expression slab',
  tilt: 'Tilt sensor',
  sequencer: 'Step sequencer',
  surface: 'Controller',
};
const WIDTHS = {
  keys: 'flex-[3_1_22rem]',
  pads: 'flex-[1_1_11rem]',
  faders: 'flex-[1_1_13rem]',
  footboard: 'flex-[1_1_14rem]',
  slab: 'flex-[2_1_15rem]',
  tilt: 'flex-[1_1_8rem]',
  sequencer: 'flex-[1_1_13rem]',
  surface: '',
};

/** A stand-in controller at its port. */
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
  const channel = sender.channel === 0 ? '' : ` ${sender.channel}`;
  return (
    <Panel
      title={sender.title ?? NAMES[sender.face]}
      aside={
        <span
          className="text-xs whitespace-nowrap"
          title={`comes in at ${sender.port}, MIDI channel${channel}`}
        >
          {`${sender.port}${channel}`}
        </span>
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
