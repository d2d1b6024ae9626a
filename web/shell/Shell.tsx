import { Moon, OctagonX, Sun } from 'lucide-react';
import { Fragment, Suspense, useSyncExternalStore } from 'react';
import { Link, NavLink, Outlet, useLocation, useMatch } from 'react-router';
import { currentBench, onBench } from '../session/benches';
import type { BenchStore } from '../session/BenchStore';
import { canPanic, onPanicChanged, panic } from '../session/panic';
import { usePart } from '../session/Told';
import { Guide } from '../guide/Guide';
import { useGuide } from '../guide/place';
import { Blank } from '../ui/Blank';
import { Button } from '../ui/Button';
import { GoesOnBeside } from '../ui/Dialog';
import { useTheme } from '../ui/theme';
import { VIEWS } from '../views';
import { AfterPanic } from './AfterPanic';
import { Caught } from './Caught';
import { ProofMark } from './ProofMark';
import { TOOLS } from '../ui/Tools';
import { Who } from './Who';

/** What is there in every view: the way to the others, who works here, the theme, and panic. */
export function Shell() {
  const [theme, setTheme] = useTheme();
  const [guide] = useGuide();
  const bench = useSyncExternalStore(onBench, currentBench);
  const isPanicThere = useSyncExternalStore(onPanicChanged, canPanic);
  const { pathname } = useLocation();
  const rig = useMatch('/rigs/:id/*')?.params.id ?? bench?.store.rig ?? null;
  return (
    <div className="relative flex h-full flex-col">
      <header className="flex flex-wrap items-center gap-2 px-3 pt-2">
        <p className="flex items-center gap-2 text-lg font-semibold">
          <Mark />
          <span className="sr-only 2xl:not-sr-only">Zigzag Post</span>
        </p>
        <nav aria-label="Views" className="mr-auto flex flex-wrap items-center gap-1 lg:mr-2">
          {VIEWS.map(
            ({ path, label, to }) =>
              label !== undefined && (
                <Fragment key={path}>
                  <Way
                    to={to?.(bench?.id ?? null, rig) ?? `/${path}`}
                    label={label}
                    isItself={to?.(bench?.id ?? null, rig) !== '/library'}
                  />
                  {label === 'Proof' && rig !== null && <ProofMark rig={rig} />}
                </Fragment>
              ),
          )}
        </nav>
        {bench !== null && <Running store={bench.store} />}
        <div
          id={TOOLS}
          className="order-last flex w-full flex-wrap items-center gap-2 lg:order-none lg:w-auto lg:flex-1"
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
          className="px-4 font-semibold"
          icon={<OctagonX size={18} />}
          label="Panic (Esc)"
          disabled={!isPanicThere}
          onClick={panic}
        />
      </header>
      {bench !== null && <AfterPanic store={bench.store} />}
      <Caught of={pathname}>
        <GoesOnBeside value={guide !== null}>
          <Suspense fallback={<Blank title="Opening …" />}>
            <Outlet />
          </Suspense>
        </GoesOnBeside>
      </Caught>
      <Guide />
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

/** @param isItself false where the view cannot be opened yet and the way leads to the library instead */
function Way({ to, label, isItself }: { to: string; label: string; isItself: boolean }) {
  return !isItself ? (
    <Link className="btn btn-sm min-h-9 px-2 btn-ghost" to={to}>
      {label}
    </Link>
  ) : (
    <NavLink
      to={to}
      className={({ isActive }) =>
        `btn btn-sm min-h-9 px-2 ${isActive ? 'btn-neutral underline decoration-primary decoration-2 underline-offset-4' : 'btn-ghost'}`
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
