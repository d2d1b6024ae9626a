import { Copy, Download, History, Pencil, Trash2 } from 'lucide-react';
import { Button } from '../ui/Button';

/** What can be done with something that is kept, by its name. */
export function DocumentActions({
  name,
  file,
  onRename,
  onDuplicate,
  onHistory,
  onDelete,
}: {
  name: string;
  /** Where it is got as a file. */
  file: string;
  onRename: () => void;
  onDuplicate: () => void;
  onHistory: () => void;
  onDelete: () => void;
}) {
  const icon = { tone: 'quiet', iconOnly: true } as const;
  return (
    <div className="flex items-center gap-2">
      <Button {...icon} icon={<Pencil size={16} />} label={`Rename ${name}`} onClick={onRename} />
      <Button {...icon} icon={<Copy size={16} />} label={`Duplicate ${name}`} onClick={onDuplicate} />
      <Button {...icon} icon={<History size={16} />} label={`History of ${name}`} onClick={onHistory} />
      <a
        className="btn btn-square btn-ghost btn-sm min-h-9"
        href={file}
        download
        aria-label={`Download ${name}`}
        title={`Download ${name}`}
      >
        <Download size={16} />
      </a>
      <Button {...icon} icon={<Trash2 size={16} />} label={`Delete ${name}`} onClick={onDelete} />
    </div>
  );
}
