import { ArrowRightLeft, Copy, Plus, X } from 'lucide-react';
import { Link } from 'react-router';
import type { SwitchUse } from '../api/types';
import { swatch } from '../ui/colours';
import { Button } from '../ui/Button';
import type { SheetControl } from './surface';

/** A control as it stands on its surface: what is written on it, and what it does by which gesture in which scene. */
export function ControlCard({
  control,
  isBusy,
  book,
  isPlaced,
  onPut,
  onAssign,
  onCarry,
  onClear,
}: {
  control: SheetControl;
  isBusy: boolean;
  book: string | null;
  /** Whether something is being carried that can be put here. */
  isPlaced: boolean;
  onPut: () => void;
  onAssign: () => void;
  onCarry: (use: SwitchUse, what: 'copy' | 'move') => void;
  onClear: (use: SwitchUse) => void;
}) {
  const { at } = control;
  return (
    <li
      className="flex min-w-0 flex-col gap-1 rounded-field border-2 border-base-300 p-2"
      style={at === null ? {} : { gridRow: at[0] + 1, gridColumn: at[1] + 1 }}
    >
      <p className="flex min-h-9 items-center gap-1">
        <b className="min-w-0 flex-1 wrap-break-word">{control.label}</b>
        {isPlaced ? (
          <Button label="Put it here" tone="primary" disabled={isBusy} onClick={onPut} />
        ) : (
          <Button
            tone="quiet"
            iconOnly
            icon={<Plus size={16} />}
            label={`Let ${control.name} do something`}
            disabled={isBusy}
            onClick={onAssign}
          />
        )}
      </p>
      {(control.label !== control.name || control.colour !== null) && (
        <p className="flex flex-wrap gap-x-2 text-xs">
          {control.label !== control.name && <span>{control.name}</span>}
          {control.colour !== null && (
            <span className="flex items-center gap-1">
              <span
                className="size-3 rounded-full border border-base-content"
                style={{ backgroundColor: swatch(control.colour) }}
              />
              {control.colour}
            </span>
          )}
        </p>
      )}
      {control.shown !== null && (
        <p role="note" className="text-xs text-warning">
          Too long for its display, which shows “{control.shown}”
        </p>
      )}
      {control.uses.map((use) => (
        <div
          key={`${use.scene ?? ''} ${use.gesture} ${use.line}`}
          className="border-t border-base-300 pt-1 text-sm"
        >
          <p className="text-xs">
            {use.gesture}
            {use.scene === null ? '' : `, in ${use.scene}`}
            {use.isByHand && ', with more by hand'}
          </p>
          {use.does.length < 2 ? (
            <p className="font-semibold">{use.does[0] ?? 'written by hand'}</p>
          ) : (
            <ol className="list-inside list-decimal font-semibold">
              {use.does.map((does) => (
                <li key={does}>{does}</li>
              ))}
            </ol>
          )}
          {use.stack.length > 0 && (
            <ol aria-label={`What ${use.control} sets off`} className="list-inside list-decimal pl-3">
              {use.stack.map((does, place) => (
                <li key={`${place} ${does}`}>{does}</li>
              ))}
            </ol>
          )}
          {[
            ...use.only.map((only) => `Only ${only}.`),
            ...(use.isCopy ? ['Rules below get it as well.'] : []),
            ...(use.group === null ? [] : [`One of the group ${use.group}.`]),
            ...(use.lamp === null ? [] : [`Its lamp is lit ${use.lamp}.`]),
            ...(use.lastUs === null
              ? []
              : [`The last message arrives after ${(use.lastUs / 1000).toFixed(1)} ms.`]),
          ].map((line) => (
            <p key={line} className="text-xs">
              {line}
            </p>
          ))}
          {use.caution !== null && (
            <p role="note" className="text-xs text-warning">
              {use.caution}
            </p>
          )}
          {!isPlaced && (
            <p className="flex flex-wrap items-center">
              <Button
                tone="quiet"
                iconOnly
                icon={<Copy size={15} />}
                label={`Copy what ${use.control} does`}
                disabled={isBusy}
                onClick={() => onCarry(use, 'copy')}
              />
              <Button
                tone="quiet"
                iconOnly
                icon={<ArrowRightLeft size={15} />}
                label={`Move what ${use.control} does`}
                disabled={isBusy}
                onClick={() => onCarry(use, 'move')}
              />
              <Button
                tone="quiet"
                iconOnly
                icon={<X size={15} />}
                label={`${use.control} does this no longer`}
                disabled={isBusy}
                onClick={() => onClear(use)}
              />
              {book !== null && (
                <Link
                  className="ml-auto link inline-flex min-h-6 min-w-6 items-center text-xs"
                  to={`/bench/${book}?line=${use.line}`}
                >
                  line {use.line}
                </Link>
              )}
            </p>
          )}
        </div>
      ))}
    </li>
  );
}
