import type { ComponentType } from 'react';
import type { ViewName } from './shows/address';
import { fetched } from './ui/fetched';

/** A view of a show. It is a page in a folder of its own and a line here; it is fetched when it is first looked at. */
export interface ViewOfShow {
  name: ViewName;
  label: string;
  /** What of a show it needs. */
  needs: 'rig' | 'rules';
  page: ComponentType;
}

/** The views of a show, in the order of the work. */
export const VIEWS_OF_SHOW: readonly ViewOfShow[] = [
  { name: 'rig', label: 'Rig', needs: 'rig', page: fetched(() => import('./rigs/RigPage')) },
  { name: 'bench', label: 'Bench', needs: 'rules', page: fetched(() => import('./bench/BenchPage')) },
  { name: 'show', label: 'Show', needs: 'rig', page: fetched(() => import('./show/ShowPage')) },
  { name: 'proof', label: 'Proof', needs: 'rig', page: fetched(() => import('./proof/ProofPage')) },
  { name: 'paper', label: 'Paper', needs: 'rig', page: fetched(() => import('./paper/PaperPage')) },
  { name: 'live', label: 'Live', needs: 'rig', page: fetched(() => import('./live/LivePage')) },
  { name: 'stage', label: 'Stage', needs: 'rig', page: fetched(() => import('./stage/StagePage')) },
];

/** The views that belong to no show. */
export const OTHER_VIEWS: readonly { path: string; label?: string; page: ComponentType }[] = [
  { path: 'library', label: 'Library', page: fetched(() => import('./library/LibraryPage')) },
  { path: 'charts', label: 'Charts', page: fetched(() => import('./charts/ChartsPage')) },
  { path: 'charts/:id', page: fetched(() => import('./charts/ChartPage')) },
];
