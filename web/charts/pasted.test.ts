import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { ReadTable, ReadTableColumn } from '../api/types';
import { recall, remember, without } from './pasted';

const columns = (...headings: string[]): ReadTableColumn[] =>
  headings.map((heading, index) => ({ index, heading, holds: 'left out' as const }));

describe('what was chosen for columns', () => {
  beforeEach(() => {
    const kept = new Map<string, string>();
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => kept.set(key, value),
    });
  });

  it('is there again for a table of the same headings, and for no other', () => {
    remember(columns('#', 'Name'), { 0: 'row number' });
    expect(recall(columns('#', 'Name'))).toEqual({ 0: 'row number' });
    expect(recall(columns('No', 'Name'))).toEqual({});
  });

  it('is not remembered where there are no headings', () => {
    remember(columns('', ''), { 0: 'row number' });
    expect(recall(columns('', ''))).toEqual({});
  });

  it('goes when there are too many, the oldest first, and survives what others wrote there', () => {
    for (let table = 0; table < 50; ++table) {
      remember(columns(`a${table}`), { 0: 'name' });
    }
    expect(recall(columns('a0'))).toEqual({});
    expect(recall(columns('a49'))).toEqual({ 0: 'name' });
    localStorage.setItem('zigzag.columns', '{');
    expect(recall(columns('a49'))).toEqual({});
  });
});

describe('rows that are not wanted', () => {
  it('are left out of the chart, others stay in their order', () => {
    const row = (line: number, parameter: number | null) => ({
      line,
      what: '',
      group: 'taken' as const,
      why: [],
      stood: [],
      parameter,
    });
    const table: ReadTable = {
      chart: { parameters: ['a', 'b', 'c'] },
      rows: [row(2, 0), row(3, null), row(4, 1), row(5, 2)],
      columns: [],
      notes: [],
    };
    expect(without(table, new Set([3, 4])).parameters).toEqual(['a', 'c']);
    expect(without({ ...table, chart: {} }, new Set([4]))).toEqual({});
  });
});
