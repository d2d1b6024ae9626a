import type { Rig } from '../api/types';
import { order } from '../model/show';
import { View } from '../ui/View';

/** The stage while its bench is opened: which song it begins with, and what is waited for. Nothing can be pressed yet. */
export function Opening({ rig }: { rig: Rig | null }) {
  const [first] = rig === null ? [] : order(rig);
  return (
    <View title="Stage" of={rig?.name} className="flex h-full flex-col gap-2 bg-base-100 p-3">
      <p
        className="text-5xl leading-tight font-bold [overflow-wrap:anywhere] sm:text-6xl"
        aria-label="First song"
      >
        {first?.title ?? 'Opening the stage …'}
      </p>
      <p className="text-3xl">The rules are being checked and made ready …</p>
    </View>
  );
}
