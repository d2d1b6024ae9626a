import { Check, ClipboardCheck } from 'lucide-react';
import type { Comb } from '../api/types';
import { Button } from '../ui/Button';
import { recabled } from '../model/leads';
import { numbered, setting } from '../model/settings';
import type { Chosen } from './useChosen';
import { RigWishes } from './RigWishes';
import type { RigWork } from './useRig';

/** The plan: what changes, and for each stream the sixteen channels with who answers there. */
export function Combs({ work, onChoose }: { work: RigWork; onChoose: (chosen: Chosen) => void }) {
  const plan = work.computed?.plan;
  if (plan === undefined) {
    return null;
  }
  const changes = plan.settings.filter((each) => each.cost > 0 && each.value !== each.now);
  const numbers = plan.numbers.filter((each) => each.cost > 0 && each.number !== each.now);
  const count = changes.length + numbers.length + plan.cables.length;
  return (
    <div className="flex flex-col gap-3 p-3">
      <RigWishes work={work} />
      {plan.conflict !== null && (
        <p className="border-l-4 border-error pl-2">
          There is no plan: {plan.conflict.why}.
          {plan.conflict.change !== null && <strong> What would free them: {plan.conflict.change}.</strong>}
        </p>
      )}
      {count === 0 && plan.conflict === null && (
        <p>Every unit answers where it should; nothing has to be set anew.</p>
      )}
      {count > 0 && (
        <>
          <ul aria-label="What the plan changes">
            {changes.map((each) => (
              <Change
                key={`${each.unit} ${each.setting}`}
                at={{ what: 'unit', id: each.unit }}
                what={each.title}
                to={String(each.value)}
                now={each.now === null ? null : String(each.now)}
                reason={each.reason}
                isComputing={work.isComputing}
                onChoose={onChoose}
                onAccept={() => work.change((rig) => setting(rig, each.unit, each.setting, each.value))}
              />
            ))}
            {plan.cables.map((each) => (
              <Change
                key={`lead ${each.lead}`}
                at={{ what: 'lead', id: each.lead }}
                what="cables"
                to={each.words}
                reason={each.reason}
                isComputing={work.isComputing}
                onChoose={onChoose}
                onAccept={() => work.change((rig) => recabled(rig, each))}
              />
            ))}
            {numbers.map((each) => (
              <Change
                key={`${each.unit} "${each.what}"`}
                at={{ what: 'unit', id: each.unit }}
                what={`“${each.what}” ${each.isControl ? 'sends' : 'hears'} ${each.kind}`}
                to={String(each.number)}
                now={each.now === null ? null : String(each.now)}
                reason={each.reason}
                isComputing={work.isComputing}
                onChoose={onChoose}
                onAccept={() => work.change((rig) => numbered(rig, each))}
              />
            ))}
          </ul>
          <Button
            className="self-start"
            tone="primary"
            icon={<ClipboardCheck size={16} />}
            label="Accept the plan"
            disabled={work.isComputing}
            onClick={() =>
              work.change((rig) =>
                plan.cables.reduce(
                  recabled,
                  numbers.reduce(
                    numbered,
                    changes.reduce((next, each) => setting(next, each.unit, each.setting, each.value), rig),
                  ),
                ),
              )
            }
          />
        </>
      )}
      {!plan.proven && <p className="text-sm">This plan is not proven to be the least work.</p>}
      {plan.unknown.length > 0 && (
        <p>Nobody knows where these answer; ask the box: {plan.unknown.join(', ')}.</p>
      )}
      {plan.combs.map((comb) => (
        <CombPicture key={comb.stream} comb={comb} />
      ))}
    </div>
  );
}

/** One thing that the plan changes; accepted by itself, or with all others. */
function Change({
  at,
  what,
  to,
  now,
  reason,
  isComputing,
  onChoose,
  onAccept,
}: {
  at: NonNullable<Chosen>;
  what: string;
  to: string;
  /** Where it stands now; null where nobody knows, left out where that is seen elsewhere. */
  now?: string | null;
  reason: string;
  isComputing: boolean;
  onChoose: (chosen: Chosen) => void;
  onAccept: () => void;
}) {
  return (
    <li className="flex items-center gap-2 py-0.5">
      <span className="flex-1">
        <button type="button" className="link font-semibold" onClick={() => onChoose(at)}>
          {at.what === 'lead' ? `Lead ${at.id}` : at.id}
        </button>{' '}
        {what}: <strong>{to}</strong>
        {now !== undefined && ` in place of ${now ?? 'what nobody knows'}`}
        <span className="text-sm"> ({reason})</span>
      </span>
      <Button
        tone="quiet"
        iconOnly
        icon={<Check size={16} />}
        label={`Accept ${to} for ${what} of ${at.id}`}
        disabled={isComputing}
        onClick={onAccept}
      />
    </li>
  );
}

const WIDTH = 30;

/** Sixteen teeth; each carries the unit that answers there, runs are bridges, clashes two names on one tooth. */
export function CombPicture({ comb }: { comb: Comb }) {
  const lanes = comb.teeth.filter((tooth) => tooth.channels.length > 0);
  const height = 26 + Math.max(1, lanes.length) * 22;
  const clashes = (channel: number) => lanes.filter((tooth) => tooth.channels.includes(channel)).length > 1;
  const words = lanes
    .map((tooth) => `${tooth.label} on ${tooth.omni ? 'all' : tooth.channels.join(', ')}`)
    .join('; ');
  return (
    <figure>
      <figcaption className="text-sm font-semibold">{comb.stream}</figcaption>
      <svg
        viewBox={`0 0 ${16 * WIDTH} ${height}`}
        role="img"
        aria-label={`MIDI channels of ${comb.stream}: ${words}; ${comb.free.length} free`}
        className="w-full max-w-xl"
      >
        {Array.from({ length: 16 }, (_, index) => index + 1).map((channel) => (
          <g key={channel} transform={`translate(${(channel - 1) * WIDTH} 0)`}>
            <rect
              x={2}
              y={2}
              width={WIDTH - 4}
              height={height - 4}
              rx={3}
              className={clashes(channel) ? 'fill-error/30' : 'fill-base-300/60'}
            />
            <text x={WIDTH / 2} y={16} textAnchor="middle" fontSize={12} className="fill-base-content">
              {channel}
            </text>
          </g>
        ))}
        {lanes.map((tooth, lane) => {
          const first = Math.min(...tooth.channels);
          const last = Math.max(...tooth.channels);
          const x = (first - 1) * WIDTH + 3;
          const isWide = last - first > 1;
          return (
            <g key={`${tooth.unit} ${tooth.part}`} transform={`translate(0 ${24 + lane * 22})`}>
              <rect
                x={x}
                y={0}
                width={(last - first + 1) * WIDTH - 6}
                height={18}
                rx={3}
                className="fill-primary"
              />
              <text
                x={isWide ? x + 6 : first > 10 ? x - 4 : x + (last - first + 1) * WIDTH}
                y={13}
                fontSize={12}
                fontWeight={600}
                textAnchor={!isWide && first > 10 ? 'end' : 'start'}
                className={isWide ? 'fill-primary-content' : 'fill-base-content'}
              >
                {tooth.label}
              </text>
            </g>
          );
        })}
      </svg>
    </figure>
  );
}
