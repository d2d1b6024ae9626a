import { useEffect, useRef, useState } from 'react';
import type { Sender } from '../../api/types';

const CLOCKS_A_STEP = 12;

/** A step sequencer that sends clock and plays its steps. */
export function SequencerFace({
  sender,
  play,
}: {
  sender: Sender;
  play: (control: string, value: number) => void;
}) {
  const [tempo, setTempo] = useState(100);
  const [step, setStep] = useState<number | null>(null);
  const isRunning = step !== null;
  const latest = useRef({ play, tempo });
  useEffect(() => {
    latest.current = { play, tempo };
  }, [play, tempo]);

  useEffect(() => {
    if (!isRunning) {
      return;
    }
    const send = (control: string, value: number) => latest.current.play(control, value);
    let clocks = 0;
    let next = performance.now();
    let sounding = '';
    send('start', 0);
    const timer = setInterval(() => {
      for (; performance.now() >= next; next += 60_000 / latest.current.tempo / 24) {
        send('clock', 0);
        if (clocks % CLOCKS_A_STEP === 0) {
          const at = (clocks / CLOCKS_A_STEP) % sender.controls.length;
          if (sounding !== '') {
            send(sounding, 0);
          }
          sounding = sender.controls[at]?.control ?? '';
          send(sounding, 90);
          setStep(at);
        }
        clocks += 1;
      }
    }, 5);
    return () => {
      clearInterval(timer);
      if (sounding !== '') {
        send(sounding, 0);
      }
      send('stop', 0);
    };
  }, [isRunning, sender.controls]);

  return (
    <div className="flex h-full flex-col justify-between gap-2">
      <ol className="grid grid-cols-8 gap-1" aria-label="Steps">
        {sender.controls.map(({ label }, index) => (
          <li
            key={label}
            className={`flex h-9 items-center justify-center rounded-field border-2 text-sm ${index === step ? 'border-primary bg-primary text-primary-content' : 'border-base-content/40'}`}
          >
            {/\d+$/.exec(label)?.[0] ?? label}
          </li>
        ))}
      </ol>
      <label className="flex items-center gap-2 text-xs">
        Tempo
        <input
          type="range"
          min={40}
          max={200}
          value={tempo}
          className="range range-xs range-primary flex-1"
          onChange={(event) => setTempo(Number(event.target.value))}
        />
        <b className="w-8 text-right font-mono text-sm">{tempo}</b>
      </label>
      <button
        type="button"
        aria-pressed={isRunning}
        className={`btn btn-sm ${isRunning ? 'btn-primary' : 'btn-neutral'}`}
        onClick={() => setStep(isRunning ? null : 0)}
      >
        {isRunning ? 'Stop the sequencer' : 'Start the sequencer'}
      </button>
    </div>
  );
}
