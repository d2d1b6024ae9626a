import { useEffect, useRef } from 'react';
import UPlot from 'uplot';
import 'uplot/dist/uPlot.min.css';
import type { Measured } from '../../api/types';

const WIDTH = 460;
const HEIGHT = 150;

/** What came in and what is made of it, over time. */
export function Plot({ measured }: { measured: Measured }) {
  const host = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (host.current === null) {
      return;
    }
    const style = getComputedStyle(host.current);
    const ink = style.color;
    const primary = style.getPropertyValue('--color-primary');
    const secondary = style.getPropertyValue('--color-secondary');
    const axis = { stroke: ink, grid: { stroke: ink, width: 0.2 } };
    const plot = new UPlot(
      {
        width: WIDTH,
        height: HEIGHT,
        scales: {
          x: { time: false },
          y: { range: [Math.min(...measured.range), Math.max(...measured.range)] },
        },
        axes: [
          { ...axis, values: (_, ticks) => ticks.map((tick) => `${tick} s`) },
          { ...axis, size: 64 },
        ],
        series: [
          {},
          { label: 'raw', stroke: secondary, width: 2, dash: [4, 4] },
          { label: 'after', stroke: primary, width: 2 },
        ],
      },
      [
        measured.points.map((point) => point.timeUs / 1_000_000),
        measured.points.map((point) => point.raw),
        measured.points.map((point) => point.after),
      ],
      host.current,
    );
    return () => plot.destroy();
  }, [measured]);
  return (
    <div
      ref={host}
      role="img"
      aria-label={`Before and after: heel ${measured.heel}, toe ${measured.toe}`}
      className="shrink-0 overflow-hidden"
    />
  );
}
