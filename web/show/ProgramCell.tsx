import { TriangleAlert } from 'lucide-react';
import type { KeyboardEvent } from 'react';
import type { Cell, Sheets } from '../api/types';
import { Chooser } from '../ui/Chooser';

/** What a scene calls of a unit, or where it leaves it. */
export function ProgramCell({
  cell,
  scene,
  place,
  isHeld,
  isBusy,
  onOpen,
  onFill,
  onKeyDown,
}: {
  cell: Cell;
  scene: string;
  /** Row and column, by which it is found again. */
  place: string;
  /** Whether Tab comes to it. */
  isHeld: boolean;
  isBusy: boolean;
  onOpen: () => void;
  onFill: (program: string) => void;
  onKeyDown: (event: KeyboardEvent) => void;
}) {
  const isCalled = cell.by !== null;
  const [shown, name] = isCalled ? [cell.shown, cell.name] : ['stays', ''];
  const isOpen = !isCalled && cell.carried.length > 1;
  const note = isOpen
    ? `on ${cell.carried.join(' or ')}, depending on what was before`
    : isCalled && cell.by !== 'here'
      ? `by ${cell.by}`
      : null;
  return (
    <span className="flex h-full items-stretch gap-1">
      <button
        type="button"
        data-cell={place}
        tabIndex={isHeld ? 0 : -1}
        aria-label={`${cell.unit} in ${scene}: ${[shown, name === shown ? '' : name, note ?? ''].filter((each) => each !== '').join(' ')}`}
        aria-haspopup="dialog"
        aria-disabled={isBusy}
        className={`flex min-w-0 flex-1 flex-col justify-center rounded-field border border-base-content/20 px-2 text-left hover:border-primary ${isCalled ? 'bg-base-100 font-semibold' : 'opacity-80'}`}
        onClick={() => {
          if (!isBusy) {
            onOpen();
          }
        }}
        onKeyDown={onKeyDown}
      >
        <span className="flex min-w-0 items-baseline gap-2">
          <span className={isCalled ? 'font-mono' : ''}>{shown}</span>{' '}
          {name !== '' && name !== shown && <span className="truncate">{name}</span>}
        </span>{' '}
        {note !== null && (
          <span
            className="flex min-w-0 items-center gap-1 text-xs font-normal"
            role={isOpen ? 'note' : undefined}
          >
            {isOpen && <TriangleAlert size={12} className="shrink-0 text-warning" aria-hidden />}
            <span className="truncate">{note}</span>
          </span>
        )}
      </button>
      {isOpen && cell.filled !== null && (
        <button
          type="button"
          className="btn h-auto min-h-6 btn-sm btn-neutral"
          tabIndex={isHeld ? 0 : -1}
          disabled={isBusy}
          title={`Fill from the set list: ${cell.filled}`}
          onClick={() => onFill(cell.filled ?? '')}
        >
          Fill<span className="sr-only"> from the set list: {cell.filled}</span>
        </button>
      )}
    </span>
  );
}

/** The programs of a unit, found by typing. */
export function ProgramChooser({
  title,
  cell,
  programs,
  onChoose,
  onClose,
}: {
  title: string;
  cell: Cell;
  programs: Sheets['lists'][number];
  onChoose: (program: string | null) => void;
  onClose: () => void;
}) {
  return (
    <Chooser
      title={title}
      label="Program"
      choices={[
        { value: null, words: 'stays where it is' },
        ...programs.map((program) => ({ value: program.title, words: program.words })),
      ]}
      isChosen={(value) => (cell.by === null ? value === null : value === cell.name || value === cell.shown)}
      onChoose={onChoose}
      onClose={onClose}
    />
  );
}
