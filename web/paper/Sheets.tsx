import { Eye } from 'lucide-react';
import type { ComputedRig } from '../api/types';
import { PdfButton } from './PdfButton';

const SHEETS = [
  ['picture', 'Picture of the rig'],
  ['plan', 'Channels and numbers'],
  ['leads', 'Leads, packing list, continuity'],
  ['cards', 'Load-in list and set-up cards'],
  ['trial', 'Test run'],
  ['cues', 'Cue sheet of the loaded set list'],
  ['switches', 'Switch sheets'],
  ['strips', 'Label strips at true size'],
  ['charts', 'What each unit understands'],
  ['findings', 'Findings and cautions'],
  ['log', 'Log of performances and rehearsals'],
  ['all', 'Everything'],
] as const;

/** Everything to print, as pages on the screen and as PDF, and what to pack. */
export function Sheets({
  id,
  packing,
  onProblem,
}: {
  id: string;
  packing: ComputedRig['wires']['packing'];
  onProblem: (text: string) => void;
}) {
  return (
    <>
      <ul aria-label="Sheets" className="divide-y divide-base-300">
        {SHEETS.map(([sheet, title]) => (
          <li key={sheet} className="flex items-center gap-2 px-3 py-1.5">
            <span className="flex-1">{title}</span>
            <a
              className="btn btn-sm min-h-9 gap-2 btn-neutral"
              href={`/api/rigs/${id}/paper/${sheet}.html`}
              target="_blank"
              rel="noreferrer"
              aria-label={`Look at ${title}`}
            >
              <Eye size={16} /> Look
            </a>
            <PdfButton address={`/api/rigs/${id}/paper/${sheet}.pdf`} title={title} onProblem={onProblem} />
          </li>
        ))}
      </ul>
      <table className="table table-sm">
        <caption className="px-3 pt-3 text-left font-semibold">To pack</caption>
        <thead>
          <tr>
            <th className="text-right">Pieces</th>
            <th>What</th>
            <th className="text-right">Length</th>
          </tr>
        </thead>
        <tbody>
          {packing.map((piece) => (
            <tr key={`${piece.what} ${piece.lengthM ?? ''}`}>
              <td className="text-right text-base font-semibold">{piece.count}</td>
              <td>{piece.what}</td>
              <td className="text-right">{piece.lengthM === null ? 'unknown' : `${piece.lengthM} m`}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
