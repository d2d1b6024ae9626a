import { describe, expect, it } from 'vitest';
import { partOf, screenAt } from './screens';

const VIEWS = [
  { name: 'rig', label: 'Rig' },
  { name: 'bench', label: 'Bench' },
];

describe('what the documentation says of a screen', () => {
  it('is the part under its heading, and nothing where there is none', () => {
    const text = '# All\n\nBefore.\n\n## Rig\n\n- **A**: b.\n\n## Rig plan\n\n- **C**: d.\n';
    expect(partOf('Rig', text)).toBe('- **A**: b.');
    expect(partOf('Rig plan', text)).toBe('- **C**: d.');
    expect(partOf('All', text)).toBe('');
  });

  it('is there for every screen', () => {
    for (const path of [
      '/library',
      '/charts',
      '/charts/abc',
      '/rigs/abc',
      '/shows/abc/bench',
      '/shows/abc/rig',
    ]) {
      expect(partOf(screenAt(path, VIEWS)), path).toContain('**');
    }
    expect(screenAt('/charts/abc', VIEWS)).toBe('A chart');
    expect(screenAt('/rigs/abc', VIEWS)).toBe('Rig');
    expect(screenAt('/shows/abc/bench', VIEWS)).toBe('Bench');
  });
});
