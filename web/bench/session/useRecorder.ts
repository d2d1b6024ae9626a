import { useCallback, useState } from 'react';
import { api } from '../../api/client';
import type { Tape, TraceRecord } from '../../api/types';
import type { BenchStore } from './BenchStore';

/** Records what comes in on the bench; stopping stores it as a tape. */
export function useRecorder(
  store: BenchStore,
  onStored: (tape: Tape) => void,
  onProblem: (text: string) => void,
) {
  const [recorded, setRecorded] = useState<TraceRecord[] | null>(null);

  const start = useCallback(() => {
    const records: TraceRecord[] = [];
    setRecorded(records);
    store.onRecord = (record) => records.push(record);
  }, [store]);

  const stop = useCallback(async () => {
    store.onRecord = null;
    setRecorded(null);
    if (recorded === null || recorded.length === 0) {
      onProblem('Nothing was played, so nothing has been recorded.');
      return;
    }
    const begin = recorded[0]?.timeUs ?? 0;
    const lines = recorded.map(
      (record) => `${((record.timeUs - begin) / 1000).toFixed(3)} ${record.port} ${record.bytes}\n`,
    );
    const name = `recording ${new Date().toLocaleString('sv').replace(/:/g, '.')}.tape`;
    try {
      onStored(await api.uploadTape(new File(['# zigzag tape 1\n', ...lines], name)));
    } catch (error) {
      onProblem(error instanceof Error ? error.message : 'The recording could not be stored.');
    }
  }, [store, recorded, onStored, onProblem]);

  return { isRecording: recorded !== null, start, stop };
}
