import { memo } from 'react';
import type { Passage } from '../../session/passages';
import { fit, layoutRow, LEFT, RIGHT, type FoldLayout } from './layout';

const TEAR = 'l4 -7l5 14l5 -14l5 14l4 -7';

/** One message as a folded line from the left rail to the right one. */
export const ZigzagRow = memo(function ZigzagRow({
  passage,
  width,
  // The revision changes when something went out later.
}: {
  passage: Passage;
  width: number;
  revision: number;
}) {
  if (passage.folded !== undefined) {
    return <Stream passage={passage} width={width} count={passage.folded} />;
  }
  const layout = layoutRow(passage, width);
  const { record } = passage;
  const rail = width - RIGHT;
  return (
    <svg
      width={width}
      height={layout.height}
      className="block"
      role="img"
      aria-label={`${record.text} at ${record.port}, ${record.fate}`}
    >
      <line className="zz-rail" x1={LEFT} x2={LEFT} y1={0} y2={layout.height} />
      <line className="zz-rail" x1={rail} x2={rail} y1={0} y2={layout.height} />
      <text className="zz-text" x={8} y={18}>
        {fit(record.brief, LEFT - 16)}
      </text>
      <text className="zz-soft" x={8} y={34}>
        {fit(
          `${record.port}${record.channel === null ? '' : ` ${record.channel}`} · ${(record.timeUs / 1e6).toFixed(2)} s`,
          LEFT - 16,
          6.2,
        )}
      </text>
      {layout.folds.map((fold, index) => (
        <Outs key={index} fold={fold} rail={rail} />
      ))}
      <path className="zz-line" d={layout.line} />
      {layout.folds.map((fold, index) => (
        <Fold key={index} fold={fold} rail={rail} />
      ))}
      {layout.tear && (
        <>
          <path className="zz-torn" d={`M${layout.tear.x} ${layout.tear.y}${TEAR}`} />
          <text
            className="zz-reason"
            x={layout.tear.x + 34}
            y={layout.tear.y + (layout.tear.reason === '' ? 4 : -4)}
          >
            {fit(layout.tear.fate, rail - layout.tear.x - 40)}
          </text>
          <text className="zz-soft" x={layout.tear.x + 34} y={layout.tear.y + 13}>
            {fit(layout.tear.reason, rail - layout.tear.x - 40, 6.2)}
          </text>
        </>
      )}
    </svg>
  );
});

/** A stream, folded into one thick line. */
function Stream({ passage, width, count }: { passage: Passage; width: number; count: number }) {
  const rail = width - RIGHT;
  return (
    <svg
      width={width}
      height={46}
      className="block"
      role="img"
      aria-label={`a stream of ${count} messages at ${passage.record.port}`}
    >
      <line className="zz-rail" x1={LEFT} x2={LEFT} y1={0} y2={46} />
      <line className="zz-rail" x1={rail} x2={rail} y1={0} y2={46} />
      <text className="zz-text" x={8} y={18}>
        {fit(`${count} × stream`, LEFT - 16)}
      </text>
      <text className="zz-soft" x={8} y={34}>
        {fit(`${passage.record.port} · from ${passage.record.brief}`, LEFT - 16, 6.2)}
      </text>
      <path
        className="zz-line"
        strokeWidth={9}
        d={`M${LEFT} 14L${LEFT + 40} 22H${rail}`}
        style={{ strokeWidth: 9 }}
      />
      <text className="zz-soft" x={LEFT + 56} y={42}>
        select it to open it
      </text>
    </svg>
  );
}

function Outs({ fold, rail }: { fold: FoldLayout; rail: number }) {
  return fold.outs.map((out, index) => {
    return (
      <g key={index}>
        <path className={`zz-out ${out.isLate ? 'zz-late' : ''}`} d={out.path} />
        {out.messages > 1 && <Bundle x={rail - 46} y={out.y} messages={out.messages} />}
        {out.remark !== null && <Remark x={rail - 24} y={out.y} voice={out.voice} />}
        <path className="zz-out" d={`M${rail - 7} ${out.y - 5}L${rail} ${out.y}L${rail - 7} ${out.y + 5}`} />
        <text className="zz-text" x={rail + 8} y={out.y - 2}>
          {fit(out.brief, RIGHT - 12)}
        </text>
        <text className="zz-soft" x={rail + 8} y={out.y + 13}>
          {fit(
            [
              `${out.port}${out.channel === null ? '' : ` ${out.channel}`}`,
              ...(out.remark === null ? [] : [out.remark]),
              ...(out.isLate ? ['later'] : []),
            ].join(' · ') + (out.arrived === null ? '' : ` → ${out.arrived}`),
            RIGHT - 12,
            6.2,
          )}
        </text>
      </g>
    );
  });
}

function Fold({ fold, rail }: { fold: FoldLayout; rail: number }) {
  const hasBadge = fold.tear !== null || fold.outs.some((out) => out.remark !== null || out.messages > 1);
  const room = rail - fold.x - (hasBadge ? 74 : 28);
  return (
    <>
      {fold.hasMark ? (
        <Postmark x={fold.x} y={fold.y} />
      ) : (
        <circle className="zz-mark" cx={fold.x} cy={fold.y} r={4} />
      )}
      <text className="zz-soft" x={fold.x + 16} y={fold.y - 7}>
        {fit(fold.title, room, 6.2)}
      </text>
      <text className="zz-changed" x={fold.x + 16} y={fold.y + 16}>
        {fit(fold.changes, room)}
      </text>
      {fold.ending !== '' && (
        <>
          <path className="zz-line" d={`M${fold.x} ${fold.y}h60v-5v10`} />
          <text className="zz-soft" x={fold.x + 16} y={fold.y + 17}>
            {fit(fold.ending, room, 6.2)}
          </text>
        </>
      )}
      {fold.tear && (
        <>
          <path className="zz-line" d={`M${fold.x} ${fold.y}H${fold.tear.x - 24}`} />
          <path className="zz-torn" d={`M${fold.tear.x - 24} ${fold.tear.y}${TEAR}`} />
          <text className="zz-reason" x={fold.x + 16} y={fold.y + (fold.changes === '' ? 16 : 30)}>
            {fit(fold.tear.reason, rail - fold.x - 28)}
          </text>
        </>
      )}
    </>
  );
}

/** Several messages that travel as one. */
function Bundle({ x, y, messages }: { x: number; y: number; messages: number }) {
  return (
    <g>
      <rect className="zz-bundle" x={x - 9} y={y - 9} width={18} height={18} rx={3} />
      <text className="zz-number" x={x} y={y + 4.5}>
        {messages}
      </text>
    </g>
  );
}

/** The voice that a note takes, or a cross where one makes way. */
function Remark({ x, y, voice }: { x: number; y: number; voice: number | null }) {
  if (voice === null) {
    return <path className="zz-torn" d={`M${x - 6} ${y - 6}l12 12m0 -12l-12 12`} />;
  }
  return (
    <g>
      <circle className="zz-voice" cx={x - 2} cy={y} r={10} />
      <text className="zz-number" x={x - 2} y={y + 4.5}>
        {voice}
      </text>
    </g>
  );
}

/** The stamp where a rule changed a message. */
function Postmark({ x, y }: { x: number; y: number }) {
  return (
    <g>
      <circle className="zz-mark" cx={x} cy={y} r={9} />
      <path
        className="zz-out"
        strokeWidth={1}
        d={`M${x - 5} ${y - 3}q2.5 -3 5 0t5 0M${x - 5} ${y + 3}q2.5 -3 5 0t5 0`}
      />
    </g>
  );
}
