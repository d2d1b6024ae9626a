import type { LiveNow } from '../api/types';
import { useLiveNow } from './useLiveNow';

/** The bench on which a show is seen that plays between real devices; null where it does not, undefined as long as that is not known. */
export function useConnected(rig: string | null): LiveNow['bench'] | undefined {
  const { data, isError } = useLiveNow(rig);
  return rig === null || isError ? null : data?.bench;
}
