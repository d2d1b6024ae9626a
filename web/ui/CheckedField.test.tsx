// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { CheckedField, numberFrom } from './CheckedField';

afterEach(cleanup);

const shown = (text = '96') => {
  const onKeep = vi.fn<(value: number | null) => void>();
  render(
    <CheckedField label="Tempo" text={text} read={numberFrom(20, 400, 'beats a minute')} onKeep={onKeep} />,
  );
  const field = screen.getByLabelText<HTMLInputElement>('Tempo');
  const type = (typed: string) => fireEvent.change(field, { target: { value: typed } });
  return { field, type, onKeep };
};

test('every tempo can be typed, letter by letter, and counts once it is left', () => {
  for (const tempo of ['104', '20', '400', '96.5', '63,25']) {
    const { field, type, onKeep } = shown();
    for (let length = 1; length <= tempo.length; length += 1) {
      type(tempo.slice(0, length));
      expect(field.value).toBe(tempo.slice(0, length));
      expect(onKeep).not.toHaveBeenCalled();
    }
    fireEvent.blur(field);
    expect(onKeep).toHaveBeenCalledExactlyOnceWith(Number(tempo.replace(',', '.')));
    cleanup();
  }
});

test('what is none stays as it was typed, with the reason, and changes nothing', () => {
  for (const typed of ['1', '19', '401', 'fast', '1e3', '0x50', '--5', '5.', ' 12 ', '∞']) {
    const { field, type, onKeep } = shown();
    type(typed);
    fireEvent.keyDown(field, { key: 'Enter' });
    expect(onKeep, typed).not.toHaveBeenCalled();
    expect(field.value).toBe(typed);
    expect(screen.getByRole('alert').textContent).toContain('is not from 20 to 400 beats a minute');
    fireEvent.keyDown(field, { key: 'Escape' });
    expect(field.value).toBe('96');
    expect(screen.queryByRole('alert')).toBeNull();
    cleanup();
  }
});

test('emptied it is none', () => {
  const { field, type, onKeep } = shown();
  type('');
  fireEvent.blur(field);
  expect(onKeep).toHaveBeenCalledExactlyOnceWith(null);
});
