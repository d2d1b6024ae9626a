import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams } from 'react-router';
import { api } from '../api/client';
import { useShow } from '../shows/useShows';
import { Notice } from '../ui/Notice';
import { Panel } from '../ui/Panel';
import { View } from '../ui/View';
import { Sheets } from './Sheets';

/** Everything of a show to print, and what to pack. */
export default function PaperPage() {
  const { id = '' } = useParams();
  const show = useShow(id);
  const [problem, setProblem] = useState<string | null>(null);
  const computed = useQuery({
    queryKey: ['rig-computed', id, 'wires', show?.version],
    queryFn: () => api.computedRig(id, ['wires']),
  });
  return (
    <View
      title="Paper"
      of={show?.name}
      className="mx-auto flex min-h-0 w-full max-w-5xl flex-1 flex-col gap-2 p-2"
    >
      <Notice text={computed.error?.message ?? null} tone="error" />
      <Notice text={problem} tone="error" onClose={() => setProblem(null)} />
      <Panel title="Sheets to print" className="min-h-0 flex-1">
        <div className="min-h-0 flex-1 overflow-auto">
          <Sheets id={id} packing={computed.data?.wires.packing ?? []} onProblem={setProblem} />
        </div>
      </Panel>
    </View>
  );
}
