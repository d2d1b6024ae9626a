import { memo } from 'react';
import type { Sender } from '../../api/types';
import { Panel } from '../../ui/Panel';
import type { BenchStore } from '../session/BenchStore';
import type { Positions } from '../session/positions';
import { FadersFace } from './FadersFace';
import { FootboardFace } from './FootboardFace';
import { KeysFace } from './KeysFace';
import { PadsFace } from './PadsFace';
import { SequencerFace } from './SequencerFace';
import { SlabFace } from './SlabFace';
import { TiltFace } from './TiltFace';

const FACES = {
  keys: KeysFace,
  pads: PadsFace,
  faders: FadersFace,
  footboard: FootboardFace,
  slab: SlabFace,
  tilt: TiltFace,
  sequencer: SequencerFace,
};
const NAMES = {
  keys: 'Keys',
  pads: 'Pad tray',
  faders: 'Fader strip',
  footboard: 'Foot switchboard',
  slab: 'Expression slab',
  tilt: 'Tilt sensor',
  sequencer: 'Step sequencer',
};
const WIDTHS = {
  keys: 'flex-[3_1_22rem]',
  pads: 'flex-[1_1_11rem]',
  faders: 'flex-[1_1_13rem]',
  footboard: 'flex-[1_1_14rem]',
  slab: 'flex-[2_1_15rem]',
  tilt: 'flex-[1_1_8rem]',
  sequencer: 'flex-[1_1_13rem]',
};

/** A stand-in controller at its port. */
export const SenderPanel = memo(function SenderPanel({
  sender,
  store,
  positions,
}: {
  sender: Sender;
  store: BenchStore;
  positions: Positions | undefined;
}) {
  const Face = FACES[sender.face];
  return (
    <Panel
      title={NAMES[sender.face]}
      aside={<span className="text-xs whitespace-nowrap">{`${sender.port} ${sender.channel}`}</span>}
      className={`h-48 lg:shrink-0 ${WIDTHS[sender.face]}`}
    >
      <div className="min-h-0 flex-1 p-2">
        <Face
          sender={sender}
          at={(control) => positions?.get(control)}
          play={(control, value) => store.play(sender.port, control, value)}
        />
      </div>
    </Panel>
  );
});
