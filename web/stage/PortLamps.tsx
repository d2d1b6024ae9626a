import type { BenchStore } from '../bench/session/BenchStore';
import { usePart } from '../bench/session/useBench';

/** A lamp for each port: it flashes with every message. */
export function PortLamps({ store }: { store: BenchStore }) {
  const ports = usePart(store, (state) => state.ports);
  return (
    <ul aria-label="Ports" className="flex w-full flex-wrap gap-3 text-lg">
      {ports.map((port) => (
        <li key={`${port.port} ${port.in ? 'in' : 'out'}`} className="flex items-center gap-1.5">
          <span
            key={port.messages}
            className={`size-4 rounded-full border border-base-content/60 ${port.messages > 0 ? 'stage-flash' : ''}`}
          />
          {port.in ? '→' : '←'} {port.port}
        </li>
      ))}
    </ul>
  );
}
