import type { Chart } from '../api/types';

export interface Question {
  ask: string;
  where: string;
  /** How much becomes known by the answer. */
  weight: number;
}

/** What is not known yet, in the order of how many verdicts each answer would settle, with where to look. */
export function nextQuestions(chart: Chart): Question[] {
  const questions: Question[] = [];
  const ask = (weight: number, ask: string, where: string) => questions.push({ weight, ask, where });
  for (const plug of chart.plugs ?? []) {
    if (plug.connector === 'any') {
      ask(90, `Which plug is “${plug.label}”?`, 'Look at the back of the box.');
    }
    const isJack = plug.connector.startsWith('jack');
    if (
      isJack &&
      plug.uses.some(
        (use) => use.carries === 'midi' && use.wiring === undefined && use.contacts === undefined,
      )
    ) {
      ask(80, `How is the jack “${plug.label}” wired: A, B, tip or ring?`, 'The manual, or its adapter.');
    }
  }
  for (const setting of chart.settings ?? []) {
    if (setting.factory === undefined) {
      ask(
        70,
        `Where does “${setting.title}” stand as it comes from the factory?`,
        'The manual, or a reset box.',
      );
    }
    if ((setting.how ?? []).length === 0) {
      ask(30, `How is “${setting.title}” set?`, 'The menu of the box.');
    }
  }
  if (chart.hears === undefined && chart.sort !== 'controller') {
    ask(95, 'Where and on which channel does it hear?', 'The implementation chart.');
  }
  if (chart.sends === undefined && chart.surface !== undefined) {
    ask(95, 'Where and on which channel does it send?', 'Press a control and watch the bench.');
  }
  const lacking = (chart.parameters ?? []).filter(
    (parameter) => parameter.reach === 'midi' && parameter.message === undefined,
  );
  if (lacking.length > 0) {
    ask(60, `Which message moves ${names(lacking.map((each) => each.name))}?`, 'The implementation chart.');
  }
  const stored = (chart.parameters ?? []).filter((parameter) => parameter.stored === undefined);
  if (chart.programs !== undefined && stored.length > 0) {
    ask(
      20,
      `Do its programs store ${names(stored.map((each) => each.name))}?`,
      'Move one, change program and back.',
    );
  }
  if (chart.programs === undefined && chart.sort !== 'controller') {
    ask(40, 'How many programs has it, and does it count from 0 or from 1?', 'Step through them on the box.');
  }
  if (chart.programs !== undefined && chart.programs.wire === undefined) {
    ask(65, 'Which program change calls its first program?', 'Send program 0 and look what it shows.');
  }
  return questions.sort((a, b) => b.weight - a.weight);
}

const names = (all: readonly string[]) =>
  all.length <= 3
    ? all.map((name) => `“${name}”`).join(', ')
    : `“${all[0] ?? ''}” and ${all.length - 1} more`;
