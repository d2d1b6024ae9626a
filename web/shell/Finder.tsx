import { useQuery } from '@tanstack/react-query';
import { useId, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import type { ListedShow, Rig } from '../api/types';
import { wayTo } from '../shows/address';
import { useShows } from '../shows/useShows';
import { Dialog } from '../ui/Dialog';
import { useFocus } from '../ui/useFocus';
import { OTHER_VIEWS, VIEWS_OF_SHOW } from '../views';
import { useCommandsNow } from './commands';
import { matching, ofFindings, ofRig, ofRules, type Findable } from './found';

/** A window in which every view, show, unit, lead, song, rule, finding and action is found by typing. */
export function Finder({
  show,
  onClose,
}: {
  show: { id: string; show: ListedShow | undefined } | null;
  onClose: () => void;
}) {
  const navigate = useNavigate();
  const [typed, setTyped] = useState('');
  const [at, setAt] = useState(0);
  const list = useRef<HTMLUListElement>(null);
  const field = useFocus();
  const named = useId();
  const all = useFindable(show);
  const found = useMemo(() => matching(all, typed), [all, typed]);
  const take = (chosen: Findable | undefined) => {
    if (chosen !== undefined) {
      onClose();
      chosen.run?.();
      if (chosen.to !== undefined) {
        void navigate(chosen.to);
      }
    }
  };
  const onKey = (event: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1, PageDown: 8, PageUp: -8 }[event.key];
    if (step !== undefined) {
      event.preventDefault();
      const next = Math.max(0, Math.min(found.length - 1, at + step));
      setAt(next);
      list.current?.children[next]?.scrollIntoView({ block: 'nearest' });
    } else if (event.key === 'Enter') {
      event.preventDefault();
      take(found[at]);
    }
  };
  return (
    <Dialog title="Find anything" onClose={onClose} width="w-[42rem]">
      <input
        ref={field}
        role="combobox"
        aria-label="Find"
        aria-expanded="true"
        aria-controls={named}
        aria-activedescendant={found[at] === undefined ? undefined : `${named} ${at}`}
        aria-autocomplete="list"
        autoComplete="off"
        className="input m-3 mb-2 w-auto text-lg"
        placeholder="A unit, a rule, a song, a view, something to do …"
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
          setAt(0);
        }}
        onKeyDown={onKey}
      />
      <ul
        ref={list}
        id={named}
        role="listbox"
        aria-label="What was found"
        className="h-96 overflow-auto px-2 pb-2"
      >
        {found.map((each, place) => (
          <li
            key={`${each.sort} ${each.label} ${each.to ?? ''} ${place}`}
            id={`${named} ${place}`}
            role="option"
            tabIndex={-1}
            aria-selected={place === at}
            className={`flex min-h-9 cursor-pointer items-center gap-3 rounded-field px-3 ${place === at ? 'bg-base-300' : ''}`}
            onPointerMove={() => setAt(place)}
            onClick={() => take(each)}
            onKeyDown={onKey}
          >
            <span className="w-20 shrink-0 text-sm">{each.sort}</span>
            <span className="min-w-0 flex-1 truncate">{each.label}</span>
          </li>
        ))}
      </ul>
      <p role="status" className="border-t border-base-300 px-4 py-2 text-sm">
        {found.length === 0 ? 'Nothing has that name.' : 'Arrows choose, Enter goes there.'}
      </p>
    </Dialog>
  );
}

function useFindable(open: { id: string; show: ListedShow | undefined } | null): Findable[] {
  const shows = useShows().data;
  const commands = useCommandsNow();
  const [id, rig, book] = [open?.id ?? '', open?.show?.rig ?? null, open?.show?.book ?? null];
  const fresh = { staleTime: 0, gcTime: 0 };
  const ofShow = useQuery({
    queryKey: ['find rig', rig],
    queryFn: async () => ofRig(id, JSON.parse((await api.readDocument(rig ?? '')).text) as Rig),
    enabled: rig !== null,
    ...fresh,
  });
  const rules = useQuery({
    queryKey: ['find rules', book],
    queryFn: async () => ofRules(id, (await api.readDocument(book ?? '')).text),
    enabled: book !== null,
    ...fresh,
  });
  const findings = useQuery({
    queryKey: ['find findings', rig],
    queryFn: async () => ofFindings(id, (await api.computedRig(rig ?? '', ['findings'])).findings),
    enabled: rig !== null,
    ...fresh,
  });
  return useMemo(
    () => [
      ...commands.flatMap(({ commands: some }) =>
        some.flatMap(({ label, run }) => (run === undefined ? [] : [{ sort: 'Do', label, run }])),
      ),
      ...(id === ''
        ? []
        : VIEWS_OF_SHOW.map(({ name, label }) => ({ sort: 'View', label, to: wayTo(id, name) }))),
      ...OTHER_VIEWS.flatMap(({ path, label }) =>
        label === undefined ? [] : [{ sort: 'View', label, to: `/${path}` }],
      ),
      ...(shows ?? []).map((show) => ({
        sort: 'Show',
        label: show.name,
        to: wayTo(show.id, show.rig === null ? 'bench' : 'rig'),
      })),
      ...(ofShow.data ?? []),
      ...(rules.data ?? []),
      ...(findings.data ?? []),
    ],
    [commands, id, shows, ofShow.data, rules.data, findings.data],
  );
}
