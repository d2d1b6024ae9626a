import { useEffect, useState } from 'react';

export type Theme = 'lamps-down' | 'daylight';

const KEY = 'theme';

/** The chosen theme, kept in this browser; dark unless chosen otherwise. */
export function useTheme(): [Theme, (theme: Theme) => void] {
  const [theme, setTheme] = useState<Theme>(() =>
    localStorage.getItem(KEY) === 'daylight' ? 'daylight' : 'lamps-down',
  );
  useEffect(() => {
    document.documentElement.dataset['theme'] = theme;
    localStorage.setItem(KEY, theme);
  }, [theme]);
  return [theme, setTheme];
}
