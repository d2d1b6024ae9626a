import { Circle, Library, Moon, OctagonX, Plus, Square, Sun } from 'lucide-react';
import type { RulebookSummary } from '../api/types';
import { Button } from '../ui/Button';
import { Choice } from '../ui/Choice';
import { useTheme } from '../ui/theme';
import type { Playing } from './session/useTapePlayer';

/** What is always at hand: the rulebook, recording and tapes, the theme, and panic. */
export function TopBar(props: {
  rulebooks: readonly RulebookSummary[];
  current: string;
  onOpen: (id: string) => void;
  onNew: () => void;
  playing: Playing | null;
  onStopTape: () => void;
  isRecording: boolean;
  onRecord: () => void;
  onTapes: () => void;
  onPanic: () => void;
}) {
  const [theme, setTheme] = useTheme();
  return (
    <header className="flex flex-wrap items-center gap-2 px-3 pt-2">
      <h1 className="mr-2 flex items-center gap-2 text-lg font-semibold">
        <Mark />
        Zigzag Post
      </h1>
      <Choice
        label="Rulebook"
        value={props.current}
        options={props.rulebooks.map((each) => ({ value: each.id, label: each.name }))}
        onChange={props.onOpen}
      />
      <Button iconOnly tone="quiet" icon={<Plus size={18} />} label="New rulebook" onClick={props.onNew} />
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
          className={`w-64 items-center gap-2 text-sm lg:flex ${props.playing === null ? 'hidden' : 'flex'}`}
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
      <Button
        iconOnly
        tone="quiet"
        icon={theme === 'daylight' ? <Moon size={18} /> : <Sun size={18} />}
        label={theme === 'daylight' ? 'Lamps down' : 'Daylight'}
        onClick={() => setTheme(theme === 'daylight' ? 'lamps-down' : 'daylight')}
      />
      <Button
        tone="danger"
        className="px-5 font-semibold"
        icon={<OctagonX size={18} />}
        label="Panic (Esc)"
        onClick={props.onPanic}
      />
    </header>
  );
}

function Mark() {
  return (
    <svg width="26" height="26" viewBox="0 0 26 26" aria-hidden="true">
      <path d="M3 5H14L7 13H19L12 21H23" className="zz-out" strokeWidth="2.5" />
      <circle cx="7" cy="13" r="3" className="zz-mark" />
    </svg>
  );
}
