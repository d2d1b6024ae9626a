import { FilePlus2, Upload } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api } from '../api/client';
import { timeOf } from '../documents/HistoryDialog';
import { useDocuments, useDocumentWork } from '../documents/queries';
import { Tools } from '../shell/Tools';
import { Button } from '../ui/Button';
import { FileButton } from '../ui/FileButton';
import { Notice } from '../ui/Notice';
import { Panel } from '../ui/Panel';

const BOOK = `rulebook "New rig"

# Each port is a plug of Zigzag Post: lay leads from and to it on the rig.
port keys in
port boxes out
`;

/** All rigs: opened, begun, brought in. */
export default function RigsPage() {
  const navigate = useNavigate();
  const rigs = useDocuments('rig');
  const [told, setTold] = useState<string | null>(null);
  const create = useDocumentWork(async () => {
    const name = `Rig of ${new Date().toLocaleString('sv')}`;
    const book = await api.createDocument({ kind: 'rulebook', name, text: BOOK });
    const rig = { schema: 1, name, charts: {}, units: [], leads: [], book: book.id };
    return api.createDocument({ kind: 'rig', name, text: `${JSON.stringify(rig, null, 4)}\n` });
  });
  const bringIn = useDocumentWork(api.importDocument);
  const problem = create.error ?? bringIn.error ?? rigs.error;

  return (
    <main className="mx-auto flex min-h-0 w-full max-w-5xl flex-1 flex-col gap-3 overflow-auto p-3">
      <Tools>
        <Button
          tone="primary"
          icon={<FilePlus2 size={18} />}
          label="New rig"
          onClick={() => create.mutate(undefined, { onSuccess: (made) => void navigate(`/rigs/${made.id}`) })}
        />
        <FileButton
          icon={<Upload size={16} />}
          label="Bring in a file"
          what="Rig file"
          accept=".json"
          onFile={(file) =>
            bringIn.mutate(file, { onSuccess: (made) => setTold(`“${made.name}” has been brought in.`) })
          }
        />
      </Tools>
      <Notice text={problem?.message ?? null} tone="error" />
      <Notice text={told} tone="info" onClose={() => setTold(null)} />
      <Panel title="Rigs">
        {rigs.data?.length === 0 && (
          <p className="p-4">
            No rig yet: begin a new one. You need the charts of your boxes; a pasted table will do.
          </p>
        )}
        <ul aria-label="Rigs" className="divide-y divide-base-300">
          {rigs.data?.map((rig) => (
            <li key={rig.id} className="flex flex-wrap items-center gap-2 px-3 py-2">
              <div className="min-w-48 flex-1">
                <Link className="text-base font-semibold hover:underline" to={`/rigs/${rig.id}`}>
                  {rig.name}
                </Link>
                <p className="text-sm">
                  {String(rig.summary['units'])} units, {String(rig.summary['leads'])} leads, changed{' '}
                  {timeOf(rig.changedAt)}
                  {rig.changedBy === '' ? '' : ` by ${rig.changedBy}`}
                </p>
              </div>
              <Link className="btn btn-sm min-h-9 btn-neutral" to={`/rigs/${rig.id}`}>
                Open
              </Link>
            </li>
          ))}
        </ul>
      </Panel>
    </main>
  );
}
