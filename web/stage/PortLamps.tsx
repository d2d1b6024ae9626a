import type { BenchStore } from '../session/BenchStore';
import { usePart } from '../session/Told';
import { Scroll } from '../ui/Scroll';

/** A lamp for each port: it flashes with every message. */
export function PortLamps({ store }: { store: BenchStore }) {
  const ports = usePart(store, (state) => state.ports);
  return (
    <Scroll label="Lamps of the ports" className="flex max-h-20 min-w-0 flex-1 basis-96 flex-col text-lg">
      {([true, false] as const).map((isIn) => (
        <ul
          key={String(isIn)}
          aria-label={isIn ? 'Coming in' : 'Going out'}
          className="flex flex-wrap items-center gap-x-3"
        >
          <li className="font-bold">{isIn ? 'in' : 'out'}</li>
          {ports
            .filter((port) => port.in === isIn)
            .map((port) => (
              <li key={port.port} className="flex items-center gap-1.5">
                <span
                  key={port.messages}
                  className={`size-4 rounded-full border border-base-content/60 ${port.messages > 0 ? 'stage-flash' : ''}`}
                />
                {port.port}
              </li>
            ))}
        </ul>
      ))}
    </Scroll>
  );
}
