import type { Chart } from '../../api/types';
import { yesNoColumn } from './columns';
import { idColumn, withIds } from './ids';
import { freeTitle, type Table } from './table';

type Procedure = NonNullable<Chart['procedures']>[number];

/** What hands do at the box, step by step. */
export const PROCEDURES: Table<Procedure> = {
  title: 'Procedures',
  what: 'procedure',
  columns: [
    {
      title: 'What it does',
      isNumber: false,
      read: ({ title }) => title,
      write: (procedure, text) => (text.trim() === '' ? procedure : { ...procedure, title: text.trim() }),
    },
    {
      title: 'Steps; with semicolons between them',
      isNumber: false,
      isWide: true,
      read: ({ steps }) => steps.join('; '),
      write: (procedure, text) => ({
        ...procedure,
        steps: text
          .split(';')
          .map((step) => step.trim())
          .filter((step) => step !== ''),
      }),
    },
    yesNoColumn('Power off and on', 'powerCycle'),
    yesNoColumn('The next program change overwrites', 'armsProgramWrite'),
    idColumn<Procedure>(),
  ],
  rows: (chart) => chart.procedures ?? [],
  put: (chart, procedures) =>
    withIds('procedure', chart, chart.procedures ?? [], { ...chart, procedures }, procedures),
  blank: (rows) => ({
    id: freeTitle('procedure', rows).replace(' ', '-'),
    title: freeTitle('Procedure', rows),
    steps: [],
  }),
};
