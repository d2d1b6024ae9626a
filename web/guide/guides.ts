import firstRig from '../../docs/first-rig.md?raw';
import twoBoxes from '../../docs/two-boxes.md?raw';

/** The guides, by what they are called in an address and in a browser's memory. */
export const GUIDES = {
  'first-rig': { title: 'A first rig in ten minutes', source: firstRig },
  'two-boxes': { title: 'Two boxes and a cable', source: twoBoxes },
} as const;

export type GuideName = keyof typeof GUIDES;

export const isGuide = (name: string): name is GuideName => name in GUIDES;
