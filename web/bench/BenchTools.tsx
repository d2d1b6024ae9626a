import { Circle, Library, Square } from 'lucide-react';
import { Tools } from '../ui/Tools';
import { Button } from '../ui/Button';

/** The bench's part of the bar at the top: recording and tapes. */
export function BenchTools(props: { isRecording: boolean; onRecord: () => void; onTapes: () => void }) {
  return (
    <Tools>
      <div className="flex items-center gap-2">
        <Button
          tone={props.isRecording ? 'primary' : 'plain'}
          icon={props.isRecording ? <Square size={16} /> : <Circle size={16} />}
          label={props.isRecording ? 'Stop and keep' : 'Record'}
          aria-pressed={props.isRecording}
          onClick={props.onRecord}
        />
        <Button icon={<Library size={16} />} label="Tapes" onClick={props.onTapes} />
      </div>
    </Tools>
  );
}
