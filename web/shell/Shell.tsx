import { Moon, OctagonX, Search, Sun } from 'lucide-react';
import { Fragment, useCallback, useState, useSyncExternalStore } from 'react';
import { NavLink, Outlet, useLocation } from 'react-router';
import { Refusal } from '../api/client';
import { currentBench, onBench } from '../session/benches';
import type { BenchStore } from '../session/BenchStore';
import { canPanic, onPanicChanged, panic } from '../session/panic';
import { usePart } from '../session/Told';
import { Guide } from '../guide/Guide';
import { useGuide } from '../guide/place';
import { wayTo } from '../shows/address';
import { useOpenShow, useShows } from '../shows/useShows';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { GoesOnBeside } from '../ui/Dialog';
import { useTheme } from '../ui/theme';
import { SAID } from '../ui/Said';
import { TOOLS } from '../ui/Tools';
import { VIEW } from '../ui/View';
import { OTHER_VIEWS, VIEWS_OF_SHOW } from '../views';
import { AfterPanic } from './AfterPanic';
import { Caught } from './Caught';
import { DropFiles } from './DropFiles';
import { Finder } from './Finder';
import { Keys } from './Keys';
import { ProofMark } from './ProofMark';
import { ShowMenu } from './ShowMenu';
import { useCommandKeys } from './useCommandKeys';
import { Who } from './Who';

/** What is there in every view: the open show with its views, the way to the others, who works here, the theme, and panic. */
export function Shell() {
  const [theme, setTheme] = useTheme();
  const [guide] = useGuide();
  const bench = useSyncExternalStore(onBench, currentBench);
  const isPanicThere = useSyncExternalStore(onPanicChanged, canPanic);
  const { pathname } = useLocation();
  const open = useOpenShow();
  const away = useShows().error;
  const isAway = away instanceof Refusal && (away.mayPass || away.status === 504);
  const [window, setWindow] = useState<'find' | 'keys' | null>(null);
  const find = useCallback(() => setWindow('find'), []);
  const list = useCallback(() => setWindow('keys'), []);
  useCommandKeys(find, list);
  const here = VIEWS_OF_SHOW.find(({ name }) => pathname.endsWith(`/${name}`))?.name ?? 'rig';
  return (
    <div className="relative flex h-full flex-col">
      <a
        href={`#${VIEW}`}
        className="btn absolute top-1 left-1 z-50 -translate-y-16 btn-primary focus:translate-y-0"
        onClick={(event) => {
          event.preventDefault();
          document.getElementById(VIEW)?.focus();
        }}
      >
        Skip to the view
      </a>
      <header className="relative flex flex-wrap items-center gap-x-2 gap-y-1 px-3 pt-2 lg:pr-[19rem]">
        <p className="flex items-center">
          <Mark />
          <span className="sr-only">Zigzag Post</span>
        </p>
        <ShowMenu id={open?.id ?? null} name={open?.show?.name} view={here} onSearch={find} />
        <nav
          aria-label="Views of the show"
          className="flex items-center gap-0.5 max-sm:w-full max-sm:gap-0 max-sm:overflow-x-auto sm:flex-wrap"
        >
          {open !== null &&
            VIEWS_OF_SHOW.map(({ name, label }) => (
              <Fragment key={name}>
                <Way to={wayTo(open.id, name)} label={label} />
                {name === 'proof' && <ProofMark rig={open.show?.rig ?? null} />}
              </Fragment>
            ))}
        </nav>
        {bench !== null && <Running store={bench.store} />}
        <nav
          aria-label="All shows"
          className="flex items-center gap-0.5 border-l border-base-300 pl-2 lg:mr-2"
        >
          {OTHER_VIEWS.map(
            ({ path, label }) => label !== undefined && <Way key={path} to={`/${path}`} label={label} />,
          )}
        </nav>
        <div className="ml-auto flex items-center gap-1 lg:absolute lg:top-2 lg:right-3">
          <Button
            iconOnly
            tone="quiet"
            icon={<Search size={18} />}
            label="Find anything (Ctrl+K)"
            onClick={find}
          />
          <Who />
          <Button
            iconOnly
            tone="quiet"
            icon={theme === 'daylight' ? <Moon size={18} /> : <Sun size={18} />}
            label={theme === 'daylight' ? 'Lamps down' : 'Daylight'}
            onClick={() => setTheme(theme === 'daylight' ? 'lamps-down' : 'daylight')}
          />
          <Button
            tone="danger"
            className="px-4 font-semibold max-sm:px-2"
            icon={<OctagonX size={18} />}
            label="Panic (Esc)"
            disabled={!isPanicThere}
            onClick={panic}
          />
        </div>
        <div id={TOOLS} className="order-last flex flex-wrap items-center gap-2 empty:hidden" />
      </header>
      <div className="px-2 pt-1 empty:hidden">
        <Notice
          tone="warning"
          text={
            isAway
              ? 'The application does not answer. What you change is kept in this browser, and stored as soon as it is back.'
              : null
          }
        />
      </div>
      {bench !== null && <AfterPanic store={bench.store} />}
      <Caught of={pathname}>
        <GoesOnBeside value={guide !== null}>
          <Outlet />
        </GoesOnBeside>
      </Caught>
      <p
        id={SAID}
        role="status"
        className="pointer-events-none absolute bottom-3 left-1/2 z-40 max-w-[90vw] -translate-x-1/2 truncate rounded-box border border-base-content/40 bg-base-100 px-4 py-2 shadow-lg empty:invisible"
      />
      <Guide />
      <DropFiles />
      {window === 'find' && <Finder show={open} onClose={() => setWindow(null)} />}
      {window === 'keys' && <Keys onClose={() => setWindow(null)} />}
    </div>
  );
}

/** Says that the bench is at work, whatever view is looked at; it takes the same room when it is not. */
function Running({ store }: { store: BenchStore }) {
  const isRunning = usePart(store, (state) => state.isRunning);
  return (
    <span
      role="img"
      className={`size-2.5 rounded-full ${isRunning ? 'bg-success' : 'border-2 border-base-content/50'}`}
      aria-label={isRunning ? 'The bench is running' : 'The bench is at rest'}
      title={isRunning ? 'The bench is running: a clock, a delay, a note' : 'The bench is at rest'}
    />
  );
}

function Way({ to, label }: { to: string; label: string }) {
  return (
    <NavLink
      to={to}
      className={({ isActive }) =>
        `btn btn-sm min-h-9 px-2 max-sm:px-1.5 ${isActive ? 'btn-neutral underline decoration-primary decoration-2 underline-offset-4' : 'btn-ghost'}`
      }
    >
      {label}
    </NavLink>
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
