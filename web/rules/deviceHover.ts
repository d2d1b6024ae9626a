import { hoverTooltip } from '@codemirror/view';
import { namedAt, type DeviceNames } from './devices';

/** Over what a rule names in quotes: the bytes that it is, and the way to the chart. */
export const deviceHover = (devices: () => readonly DeviceNames[]) =>
  hoverTooltip((view, position) => {
    const line = view.state.doc.lineAt(position);
    const named = namedAt(line.text, position - line.from, devices());
    return named === null
      ? null
      : {
          pos: line.from + named.from,
          end: line.from + named.to,
          create: () => {
            const dom = document.createElement('div');
            dom.className = 'flex flex-col gap-1 p-2 text-sm';
            dom.append(`${named.title.title}: ${named.title.bytes}`);
            if (named.device.chart === null) {
              return { dom };
            }
            const way = document.createElement('a');
            way.className = 'link';
            way.href = `/charts/${named.device.chart}`;
            way.textContent = 'Open the chart';
            dom.append(way);
            return { dom };
          },
        };
  });
