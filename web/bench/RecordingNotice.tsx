import { Download, Save, Trash2 } from 'lucide-react';
import { Button } from '../ui/Button';
import { saveFile } from '../ui/saveFile';
import { tapeOf } from './playing/recordings';
import type { Unstored } from './playing/useRecorder';

/** A recording that the application has not stored yet, and what can be done with it. */
export function RecordingNotice({
  unstored,
  onStore,
  onDiscard,
}: {
  unstored: Unstored;
  onStore: () => void;
  onDiscard: () => void;
}) {
  const { recording, problem } = unstored;
  return (
    <div role="alert" className="alert alert-warning flex flex-wrap py-1.5">
      <span className="min-w-72 flex-1">
        “{recording.name}” with {recording.events.length} messages is not stored yet; a copy is kept in this
        browser. {problem}
      </span>
      <Button icon={<Save size={16} />} label="Store it now" onClick={onStore} />
      <Button
        icon={<Download size={16} />}
        label="Save as file"
        onClick={() => saveFile(tapeOf(recording))}
      />
      <Button icon={<Trash2 size={16} />} label="Discard" onClick={onDiscard} />
    </div>
  );
}
