import { Download, Footprints, Plus, Upload } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import type { DocumentSummary, ListedShow } from '../api/types';
import { Deleted } from '../documents/Deleted';
import { DocumentHistory } from '../documents/DocumentHistory';
import { GoneNotice } from '../documents/GoneNotice';
import { useDocuments, useDocumentWork } from '../documents/queries';
import { GUIDES } from '../guide/guides';
import { goTo } from '../guide/place';
import { useCommands } from '../shell/commands';
import { wayTo } from '../shows/address';
import { useShows } from '../shows/useShows';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { FileButton } from '../ui/FileButton';
import { Notice } from '../ui/Notice';
import { Panel } from '../ui/Panel';
import { Tools } from '../ui/Tools';
import { useInAddress } from '../ui/useInAddress';
import { View } from '../ui/View';
import { BringEverything } from './BringEverything';
import { NewShow } from './NewShow';
import { ShowRow } from './ShowRow';

/** All shows: how each stands, opened, made, renamed, copied, brought in and out, and brought back. */
export default function LibraryPage() {
  const navigate = useNavigate();
  const shows = useShows();
  const documents = [...(useDocuments('rig').data ?? []), ...(useDocuments('rulebook').data ?? [])];
  const [looked, setLooked] = useState<DocumentSummary | null>(null);
  const [told, setTold] = useState<string | null>(null);
  const [gone, setGone] = useState<ListedShow | null>(null);
  const [isMaking, setMaking] = useState(false);
  const [wanted, setWanted] = useInAddress<string>('find', '');
  const bringIn = useDocumentWork(api.importDocument);
  const remove = useDocumentWork((show: ListedShow) => api.deleteShow(show.id));
  const problem = bringIn.error ?? remove.error ?? shows.error;
  const found = (shows.data ?? []).filter((show) =>
    show.name.toLowerCase().includes(wanted.trim().toLowerCase()),
  );
  useCommands('Library', [{ label: 'New show', run: () => setMaking(true) }]);

  return (
    <View
      title="Library"
      className="mx-auto flex min-h-0 w-full max-w-6xl flex-1 flex-col gap-3 overflow-auto p-3"
    >
      <Tools>
        <Button tone="primary" icon={<Plus size={18} />} label="New show" onClick={() => setMaking(true)} />
        <FileButton
          icon={<Upload size={16} />}
          label="Bring in a file"
          what="Rulebook, rig or chart file"
          accept=".book,.txt,.json,.zip"
          onFile={(file) =>
            bringIn.mutate(file, { onSuccess: (made) => setTold(`“${made.name}” has been brought in.`) })
          }
        />
        <a className="btn btn-sm min-h-9 gap-2 btn-neutral" href="/api/everything" download>
          <Download size={16} /> Everything as a file
        </a>
        <BringEverything onTold={setTold} />
      </Tools>
      <Notice text={problem?.message ?? null} tone="error" />
      <Notice text={told} tone="info" onClose={() => setTold(null)} />
      <GoneNotice
        gone={gone}
        what={gone?.rig === null || gone?.book === null ? '.' : ', with its rules.'}
        takeBack={api.restoreShow}
        onDone={() => setGone(null)}
      />
      <Panel
        title="Shows"
        className="shrink-0"
        aside={
          <Field
            label="Find a show"
            className="input-sm w-56"
            type="search"
            placeholder="Find a show"
            value={wanted}
            onChange={setWanted}
          />
        }
      >
        {shows.data?.length === 0 && <p className="p-4">No show yet: make a new one, or bring in a file.</p>}
        {(shows.data?.length ?? 0) > 0 && found.length === 0 && <p className="p-4">No show has that name.</p>}
        <ul aria-label="Shows" className="divide-y divide-base-300">
          {found.map((show) => (
            <ShowRow
              key={show.id}
              show={show}
              onHistory={() => setLooked(documents.find((each) => each.id === show.id) ?? null)}
              onDelete={() => remove.mutate(show, { onSuccess: () => setGone(show) })}
            />
          ))}
        </ul>
      </Panel>
      <div className="flex flex-wrap items-center gap-3">
        {(['first-rig', 'two-boxes'] as const).map((guide) => (
          <Button
            key={guide}
            icon={<Footprints size={18} />}
            label={GUIDES[guide].title}
            onClick={() => goTo({ guide, step: 0 })}
          />
        ))}
        <span className="text-sm">
          From nothing to a printed card, step by step: with a computer between your boxes, or without.
        </span>
      </div>
      <Deleted kinds={['rig', 'rulebook']} />
      <DocumentHistory of={looked} all={documents} onTold={setTold} onClose={() => setLooked(null)} />
      {isMaking && (
        <NewShow onMade={(id) => void navigate(wayTo(id, 'rig'))} onClose={() => setMaking(false)} />
      )}
    </View>
  );
}
