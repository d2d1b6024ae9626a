import { Copy } from 'lucide-react';
import { Button } from '../ui/Button';

/** What a layer is called in a sheet. */
export function layerName(layer: string | null): string {
  return layer === null ? 'On no layer' : `Layer ${layer}`;
}

/** Copies what all controls of a layer do to another layer of the same unit. */
export function LayerButton({
  name,
  state,
  isBusy,
  onCarry,
  onPut,
  onDrop,
}: {
  name: string;
  /** Nothing is carried; this layer is; another one that can be put here; one of another unit. */
  state: 'free' | 'carried' | 'open' | 'elsewhere';
  isBusy: boolean;
  onCarry: () => void;
  onPut: () => void;
  onDrop: () => void;
}) {
  switch (state) {
    case 'free':
      return (
        <Button
          tone="quiet"
          icon={<Copy size={15} />}
          label={`Copy “${name}” to another layer`}
          disabled={isBusy}
          onClick={onCarry}
        />
      );
    case 'carried':
      return <Button label="Cancel" onClick={onDrop} />;
    case 'open':
      return <Button tone="primary" label={`Put it on “${name}”`} disabled={isBusy} onClick={onPut} />;
    case 'elsewhere':
      return null;
  }
}
