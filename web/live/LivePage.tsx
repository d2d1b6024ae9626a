import { Cable, Square } from 'lucide-react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams } from 'react-router';
import { api } from '../api/client';
import type { Live, RigBeside } from '../api/types';
import { Beside } from '../documents/Beside';
import { SavingNotice } from '../documents/SavingNotice';
import type { JsonWork } from '../documents/useJson';
import { Blank } from '../ui/Blank';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { Tools } from '../ui/Tools';
import { View } from '../ui/View';
import { useShow } from '../shows/useShows';
import { BeforeConnect, isFirstConnect } from './BeforeConnect';
import { Connections } from './Connections';
import { Hazards } from './Hazards';
import { NowPlaying } from './NowPlaying';
import { WhatHappened } from './WhatHappened';
import { useLive } from './useLive';
import { useOnceSaved } from './useOnceSaved';
import { WhilePlaying } from './WhilePlaying';

/** A show between the real devices of this computer: what stands behind its ports, and what is done while it plays. */
export default function LivePage() {
  const { id = '' } = useParams();
  const live = useQuery({ queryKey: ['live', id], queryFn: () => api.live(id), refetchInterval: 3000 });
  return live.isError ? (
    <Blank title={live.error.message} action={{ label: 'Go to the library', href: '/library' }} />
  ) : (
    <Beside rig={id} part="connections" key={id}>
      {(work) =>
        work === null || live.data === undefined ? (
          <Blank title="Looking for devices …" />
        ) : (
          <OpenLive id={id} live={live.data} work={work} />
        )
      }
    </Beside>
  );
}

function OpenLive({ id, live, work }: { id: string; live: Live; work: JsonWork<RigBeside['connections']> }) {
  const playing = useLive(id);
  const show = useShow(id);
  const [asks, setAsks] = useState(false);
  const [isDry, setDry] = useState(false);
  const use = useOnceSaved(work, () => playing.do({ do: 'connect' }));
  const picture = playing.picture;
  const here = work.value.connections?.[live.computer] ?? {};
  const isConnected = Object.values(here).some(({ in: from, out }) =>
    [from, out].some((each) => each?.startsWith('device:') === true),
  );
  const bare = live.ports.flatMap(({ port, isIn, isOut }) =>
    (['in', 'out'] as const)
      .filter((way) => (way === 'in' ? isIn : isOut) && here[port]?.[way]?.startsWith('device:') !== true)
      .map((way) => (isIn && isOut ? `${port} ${way}` : port)),
  );
  return (
    <View title="Live" of={show?.name}>
      <Tools>
        {picture === null ? (
          <>
            <Button
              tone="primary"
              icon={<Cable size={18} />}
              label={playing.isBusy ? 'Connecting …' : 'Connect'}
              disabled={playing.isBusy || !isConnected || work.saving.state.is !== 'saved'}
              onClick={() => (isFirstConnect() ? setAsks(true) : playing.connect(isDry))}
            />
            <label className="flex items-center gap-2 text-sm">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
                checked={isDry}
                onChange={(event) => setDry(event.target.checked)}
              />
              Send nothing, only listen
            </label>
          </>
        ) : (
          <Button
            icon={<Square size={18} />}
            label={playing.isBusy ? 'Ending …' : 'End: notes off'}
            disabled={playing.isBusy}
            onClick={playing.disconnect}
          />
        )}
      </Tools>
      <SavingNotice work={work} what="connections" />
      <Notice tone="error" text={playing.problem} onClose={playing.forget} />
      {picture !== null && <WhilePlaying live={live} picture={picture} onDo={playing.do} />}
      {asks && (
        <BeforeConnect
          onConnect={() => {
            setAsks(false);
            playing.connect(isDry);
          }}
          onClose={() => setAsks(false)}
        />
      )}
      <div className="grid min-h-0 flex-1 grid-cols-1 gap-2 overflow-auto lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <Connections rig={id} live={live} work={work} picture={picture} onDo={playing.do} onUse={use} />
        <div className="order-first flex flex-col gap-2 lg:order-none lg:min-h-0">
          <NowPlaying picture={picture} isReady={isConnected} bare={bare} onDo={playing.do} />
          {live.units.length > 0 && <Hazards live={live} picture={picture} onDo={playing.do} />}
          <WhatHappened told={picture?.told ?? []} />
        </div>
      </div>
    </View>
  );
}
