import { Children, Fragment, useEffect, useRef, useSyncExternalStore, type ReactNode } from 'react';
import {
  Panel,
  PanelGroup,
  PanelResizeHandle,
  type ImperativePanelGroupHandle,
} from 'react-resizable-panels';

const WIDE = window.matchMedia('(min-width: 64rem)');
const onWidth = (listener: () => void) => {
  WIDE.addEventListener('change', listener);
  return () => WIDE.removeEventListener('change', listener);
};

/**
 * Parts of a view side by side. The bars between them are drawn, or moved by the arrow keys, and stay where they were put;
 * in a narrow window the parts stand below each other.
 */
export function Panes({
  name,
  sizes,
  layout = null,
  children,
}: {
  /** Under which the widths are kept in this browser. */
  name: string;
  /** Widths to begin with, in per cent. */
  sizes: readonly number[];
  /** Widths that somebody asks for now, in per cent; they stay until they are drawn otherwise. */
  layout?: { sizes: readonly number[] } | null;
  children: ReactNode;
}) {
  const isWide = useSyncExternalStore(onWidth, () => WIDE.matches);
  const parts = Children.toArray(children);
  const group = useRef<ImperativePanelGroupHandle>(null);
  useEffect(() => {
    if (layout !== null) {
      group.current?.setLayout([...layout.sizes]);
    }
  }, [layout]);
  if (!isWide) {
    return <div className="flex shrink-0 flex-col gap-2 px-2 *:shrink-0">{parts}</div>;
  }
  return (
    <div className="min-h-0 flex-1 px-2">
      <PanelGroup ref={group} direction="horizontal" autoSaveId={`panes ${name}`}>
        {parts.map((part, index) => (
          <Fragment key={index}>
            {index > 0 && (
              <PanelResizeHandle
                className="group flex w-2 items-center justify-center focus-visible:outline-2 focus-visible:outline-primary"
                aria-label={`Width of part ${index}`}
              >
                <span className="h-10 w-0.5 rounded bg-base-300 group-hover:bg-primary group-data-[resize-handle-state=drag]:bg-primary" />
              </PanelResizeHandle>
            )}
            <Panel
              id={`${name}-${index}`}
              order={index}
              defaultSize={sizes[index] ?? 100 / parts.length}
              minSize={15}
            >
              {part}
            </Panel>
          </Fragment>
        ))}
      </PanelGroup>
    </div>
  );
}
