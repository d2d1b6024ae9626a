import { lazy, type ComponentType } from 'react';

export interface View {
  path: string;
  /** What it is called on the way to it; without one it is reached from another view. */
  label?: string;
  /** Where the way leads, if that depends on what is open: a rulebook on the bench, and its rig. */
  to?: (bench: string | null, rig: string | null) => string;
  page: ComponentType;
}

/** The views, in the order of the work. A view is a page in a folder of its own and a line here; it is fetched when it is first looked at. */
export const VIEWS: readonly View[] = [
  { path: 'library', label: 'Library', page: lazy(() => import('./library/LibraryPage')) },
  { path: 'rigs/:id', page: lazy(() => import('./rigs/RigPage')) },
  { path: 'charts', label: 'Charts', page: lazy(() => import('./charts/ChartsPage')) },
  { path: 'charts/:id', page: lazy(() => import('./charts/ChartPage')) },
  {
    path: 'bench/:id',
    label: 'Bench',
    to: (bench) => (bench === null ? '/bench' : `/bench/${bench}`),
    page: lazy(() => import('./bench/BenchPage')),
  },
  {
    path: 'rigs/:id/show',
    label: 'Show',
    to: (_, rig) => (rig === null ? '/library' : `/rigs/${rig}/show`),
    page: lazy(() => import('./show/ShowPage')),
  },
  {
    path: 'rigs/:id/proof',
    label: 'Proof',
    to: (_, rig) => (rig === null ? '/library' : `/rigs/${rig}/proof`),
    page: lazy(() => import('./proof/ProofPage')),
  },
  {
    path: 'rigs/:id/live',
    label: 'Live',
    to: (_, rig) => (rig === null ? '/library' : `/rigs/${rig}/live`),
    page: lazy(() => import('./live/LivePage')),
  },
];
