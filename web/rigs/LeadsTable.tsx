import type { Chosen } from './useChosen';
import type { RigWork } from './useRig';
import { Verdict } from './Verdict';

/** Every lead with its verdict, and what the supplies give. */
export function LeadsTable({ work, onChoose }: { work: RigWork; onChoose: (chosen: Chosen) => void }) {
  const wires = work.computed?.wires;
  return (
    <>
      <table className="table table-sm">
        <thead>
          <tr>
            <th>From</th>
            <th>To</th>
            <th>Verdict</th>
          </tr>
        </thead>
        <tbody>
          {wires?.leads.map((lead) => (
            <tr key={lead.id}>
              <td>
                <button
                  type="button"
                  className="link text-left"
                  onClick={() => onChoose({ what: 'lead', id: lead.id })}
                >
                  {lead.from}
                </button>
              </td>
              <td>{lead.to}</td>
              <td title={lead.reason}>
                <Verdict verdict={lead.verdict} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {wires !== undefined && wires.supplies.length > 0 && (
        <table className="table table-sm">
          <thead>
            <tr>
              <th>Supply</th>
              <th className="text-right">Drawn</th>
              <th className="text-right">Given</th>
              <th className="text-right">Of it</th>
            </tr>
          </thead>
          <tbody>
            {wires.supplies.map((supply) => (
              <tr key={supply.supply} className={supply.tooMuch ? 'text-error' : ''}>
                <td>{supply.supply}</td>
                <td className="text-right">{supply.needsMa === null ? 'unknown' : `${supply.needsMa} mA`}</td>
                <td className="text-right">{supply.givesMa === null ? 'unknown' : `${supply.givesMa} mA`}</td>
                <td className="text-right font-semibold">
                  {supply.percent === null ? '?' : `${supply.percent} %${supply.tooMuch ? ', too much' : ''}`}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}
