import type { Chart } from '../../api/types';
import { without } from '../../rigs/edits';
import { shownYesNo, yesNo } from './fact';
import { freeTitle, type Column, type Table } from './table';

type Procedure = NonNullable<Chart['procedures']>[number];

const flag = (field: 'powerCycle' | 'armsProgramWrite', title: string): Column<Procedure> => ({
  title,
  isNumber: false,
  read: (procedure) => {
    const is = procedure[field];
    return is === undefined ? '' : shownYesNo(is);
  },
  write: (procedure, text) => {
    const is = yesNo(text);
    return text.trim() === ''
      ? without(procedure, field)
      : is === null
        ? procedure
        : { ...procedure, [field]: is };
  },
});

/** What hands do at the box, step by step. */
export const PROCEDURES: Table<Procedure> = {
  title: 'By hand',
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
    flag('powerCycle', 'Power off and on'),
    flag('armsProgramWrite', 'The next program change overwrites'),
  ],
  rows: (chart) => chart.procedures ?? [],
  put: (chart, procedures) => ({ ...chart, procedures }),
  blank: (rows) => ({
    id: freeTitle('procedure', rows).replace(' ', '-'),
    title: freeTitle('Procedure', rows),
    steps: [],
  }),
};
