import { useEffect, useRef, useState } from 'react';
import { api } from '../api/client';
import type { BenchStore } from '../session/BenchStore';
import { usePart } from '../session/Told';
import { useConnected } from '../live/useConnected';
import { useAwake } from './useAwake';
import type { StageWatch } from './useStageNow';

/** What is wrong or has changed, in one line that is always there: no connection, something refused, or that what is stored is not what runs. */
export function StageNotice({
  store,
  watch,
  rig,
  rulebook,
}: {
  store: BenchStore;
  watch: StageWatch;
  rig: string;
  rulebook: string;
}) {
  const isConnected = (useConnected(rig) ?? null) !== null;
  const trouble = usePart(store, (state) => state.trouble);
  const problem = usePart(store, (state) => state.problem);
  const told = usePart(store, (state) => state.told);
  const { now, isThere } = watch;
  const isAwake = useAwake();
  const [isDarkSeen, setDarkSeen] = useState(false);
  const differs = now?.differs ?? [];
  const [failed, setFailed] = useState<string | null>(null);
  const changeOver = () => {
    setFailed(null);
    api
      .readDocument(rulebook)
      .then((stored) => store.change(stored.text, true))
      .then(
        (checked) =>
          setFailed(
            checked !== null && checked.book === null
              ? 'The rules that are stored have an error: what runs plays on.'
              : null,
          ),
        (error: unknown) =>
          setFailed(error instanceof Error ? error.message : 'It is not known what came of it.'),
      );
  };
  // Where nothing is locked, what is newly stored is put on at once, once for each state of it; real devices get it at a press.
  const tried = useRef('');
  const key = `${now?.version} ${now?.book} ${differs.join()}`;
  const isAtOnce = now !== null && now.lock === null && now.isNewer && differs.length > 0 && !isConnected;
  useEffect(() => {
    if (isAtOnce && tried.current !== key) {
      tried.current = key;
      changeOver();
    }
  });

  const noConnection = !isThere || trouble !== null;
  const mayGoDark = isAwake === false && !isDarkSeen;
  const isOther = differs.length > 0 && (!isAtOnce || failed !== null);
  const says = noConnection
    ? 'No connection: this is how it stood. What is pressed is kept, and goes out when it is back.'
    : (failed ??
      problem ??
      (isOther
        ? `${list(differs)} ${differs.length === 1 && differs[0] !== 'rules' ? 'is' : 'are'} stored otherwise than what plays.`
        : (told.at(-1) ??
          (mayGoDark
            ? 'This screen may go dark: set it so that it stays on.'
            : isConnected
              ? 'Real devices play'
              : null))));
  const tone =
    says === null
      ? 'invisible'
      : noConnection || failed !== null || problem !== null
        ? 'bg-error text-error-content'
        : isOther || told.length > 0
          ? 'bg-warning text-warning-content'
          : 'border-2 border-info';
  return (
    <div className={`flex min-h-16 flex-wrap items-center gap-3 rounded-field px-4 py-1 ${tone}`}>
      <p role="alert" className="min-w-60 flex-1 text-3xl font-semibold">
        {says ?? '.'}
      </p>
      {!noConnection && isOther && (
        <button
          type="button"
          className="btn h-auto min-h-14 px-6 text-[1.75rem] leading-tight btn-neutral"
          onClick={changeOver}
        >
          Change over
        </button>
      )}
      {!noConnection && !isOther && (told.length > 0 || problem !== null || mayGoDark) && (
        <button
          type="button"
          className="btn h-auto min-h-14 px-6 text-[1.75rem] leading-tight btn-neutral"
          onClick={() => {
            store.dismissTold();
            store.dismissProblem();
            setDarkSeen(true);
          }}
        >
          Seen
        </button>
      )}
    </div>
  );
}

function list(parts: readonly string[]): string {
  const words = parts.map((part) => `the ${part}`);
  const text = words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}`;
}
