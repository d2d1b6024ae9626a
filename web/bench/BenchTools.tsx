import { Cable, Circle, Library, Plus, Square } from 'lucide-react';
import { Link } from 'react-router';
import type { DocumentSummary } from '../api/types';
import { Tools } from '../ui/Tools';
import { Button } from '../ui/Button';
import { Options, Select } from '../ui/Select';
import type { Playing } from './playing/useTapePlayer';

/** The bench's part of the bar at the top: the rulebook, recording and tapes. */
export function BenchTools(props: {
  rulebooks: readonly Pick<DocumentSummary, 'id' | 'name'>[];
  current: string;
  /** The rig that the rulebook is for. */
  rig: string | null;
  onOpen: (id: string) => void;
  onNew: () => void;
  playing: Playing | null;
  onStopTape: () => void;
  isRecording: boolean;
  onRecord: () => void;
  onTapes: () => void;
}) {
  return (
    <Tools>
      <Select label="Rulebook" value={props.current} className="w-auto max-w-32 pr-7" onChange={props.onOpen}>
        <Options of={props.rulebooks.map((each) => ({ value: each.id, label: each.name }))} />
      </Select>
      <Button iconOnly tone="quiet" icon={<Plus size={18} />} label="New rulebook" onClick={props.onNew} />
      {props.rig !== null && (
        <Link
          className="btn btn-square btn-sm min-h-9 btn-neutral"
          to={`/rigs/${props.rig}`}
          aria-label="The rig of these rules"
          title="The rig of these rules"
        >
          <Cable size={16} />
        </Link>
      )}
      <div className="flex items-center gap-2 lg:mx-auto">
        <Button
          tone={props.isRecording ? 'primary' : 'plain'}
          icon={props.isRecording ? <Square size={16} /> : <Circle size={16} />}
          label={props.isRecording ? 'Stop and keep' : 'Record'}
          aria-pressed={props.isRecording}
          onClick={props.onRecord}
        />
        <Button icon={<Library size={16} />} label="Tapes" onClick={props.onTapes} />
        <div
          className={`w-40 items-center gap-2 text-sm lg:flex ${props.playing === null ? 'hidden' : 'flex'}`}
        >
          {props.playing !== null && (
            <>
              <Button icon={<Square size={14} />} label="Stop" onClick={props.onStopTape} />
              <span className="flex min-w-0 flex-1 flex-col">
                <span className="truncate">{props.playing.tape.name}</span>
                <progress
                  className="progress progress-primary h-1.5"
                  max={1}
                  value={props.playing.progress}
                  aria-label="Place on the tape"
                />
              </span>
            </>
          )}
        </div>
      </div>
    </Tools>
  );
}
