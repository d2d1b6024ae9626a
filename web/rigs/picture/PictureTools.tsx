import { FoldHorizontal, Maximize, Minus, Plus } from 'lucide-react';
import { Button } from '../../ui/Button';
import type { Fold } from './folds';
import type { Zoom } from './useZoom';

/** Below the picture: how large it is seen, and the places that are open. All of it is done by keys in the picture as well. */
export function PictureTools({
  zoom,
  folds,
  onFold,
}: {
  zoom: Zoom;
  /** Places that were folded and are open. */
  folds: readonly Fold[];
  onFold: (fold: Fold) => void;
}) {
  return (
    <div className="flex min-h-10 flex-wrap items-center gap-1 border-t border-base-300 px-2 py-1">
      <Button
        tone="quiet"
        iconOnly
        icon={<Minus size={16} />}
        label="Zoom out (-)"
        tabIndex={-1}
        onClick={() => zoom.by(1 / 1.3)}
      />
      <Button
        tone="quiet"
        iconOnly
        icon={<Plus size={16} />}
        label="Zoom in (+)"
        tabIndex={-1}
        onClick={() => zoom.by(1.3)}
      />
      <Button
        tone="quiet"
        icon={<Maximize size={16} />}
        label="Fit (0)"
        tabIndex={-1}
        disabled={zoom.isWhole}
        onClick={zoom.fit}
      />
      {folds.map((fold) => (
        <Button
          key={fold.name}
          tone="quiet"
          icon={<FoldHorizontal size={16} />}
          tabIndex={-1}
          label={`Fold ${fold.place}`}
          onClick={() => onFold(fold)}
        />
      ))}
      <span className="ml-auto text-xs">Arrows walk · letters find · Enter opens · dots are power</span>
    </div>
  );
}
