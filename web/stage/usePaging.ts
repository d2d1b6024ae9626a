import { useEffect, useState, type RefCallback } from 'react';

/** A box whose content is looked at page by page where it does not fit. */
export function usePaging(): {
  box: RefCallback<HTMLElement>;
  page: number;
  pages: number;
  turn: () => void;
} {
  const [element, setElement] = useState<HTMLElement | null>(null);
  const [{ page, pages }, setPlace] = useState({ page: 1, pages: 1 });
  useEffect(() => {
    if (element === null) {
      return;
    }
    const look = () => {
      const { scrollTop, clientHeight, scrollHeight } = element;
      const isAll = clientHeight === 0 || scrollHeight - clientHeight < 8;
      const count = isAll ? 1 : Math.ceil((scrollHeight - 8) / clientHeight);
      const isAtEnd = scrollTop + clientHeight > scrollHeight - 8;
      setPlace({
        page: isAtEnd ? count : Math.min(count, 1 + Math.round(scrollTop / Math.max(1, clientHeight))),
        pages: count,
      });
    };
    look();
    const sizes = new ResizeObserver(look);
    sizes.observe(element);
    [...element.children].forEach((child) => sizes.observe(child));
    element.addEventListener('scroll', look);
    return () => {
      sizes.disconnect();
      element.removeEventListener('scroll', look);
    };
  }, [element]);
  const turn = () => {
    if (element !== null) {
      element.scrollTop = page < pages ? element.scrollTop + element.clientHeight : 0;
    }
  };
  return { box: setElement, page, pages, turn };
}
