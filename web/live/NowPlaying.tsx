import type { LiveDeed, LivePicture } from '../api/types';
import { Button } from '../ui/Button';
import { Panel } from '../ui/Panel';

/** Where the show stands, large; and the next thing to do. */
export function NowPlaying({
  picture,
  isReady,
  bare,
  onDo,
}: {
  picture: LivePicture | null;
  /** Whether anything is connected. */
  isReady: boolean;
  /** Ports behind which there is nothing, and the way that is meant. */
  bare: readonly string[];
  onDo: (deed: LiveDeed) => void;
}) {
  if (picture === null) {
    return (
      <Panel title="Now" className="shrink-0">
        <p className="p-4 text-lg">
          {isReady
            ? 'Press Connect: the rules play between these devices, and go on when this page is closed.'
            : 'Choose a device behind at least one port, then press Connect.'}
        </p>
        {isReady && bare.length > 0 && (
          <p className="px-4 pb-4">
            Nothing stands behind {bare.join(', ')}: {bare.length === 1 ? 'it stays' : 'they stay'} silent.
          </p>
        )}
      </Panel>
    );
  }
  return (
    <Panel title="Now" className="shrink-0">
      <div className="flex flex-col gap-3 p-4">
        <p className="text-3xl font-semibold" role="status">
          {picture.isPlaying ? (picture.scenes[picture.scene] ?? 'Playing') : 'Not playing'}
        </p>
        {picture.songs > 0 && (
          <div className="flex items-center gap-2 text-lg">
            <Button
              label="Song before"
              disabled={picture.song < 1}
              onClick={() => onDo({ do: 'song', about: String(picture.song) })}
            />
            <span className="tabular-nums">
              song {picture.song + 1} of {picture.songs}
            </span>
            <Button
              label="Next song"
              disabled={picture.song + 1 >= picture.songs}
              onClick={() => onDo({ do: 'song', about: String(picture.song + 2) })}
            />
          </div>
        )}
        <ul className="flex flex-wrap gap-2" aria-label="Scenes">
          {picture.scenes.map((title, index) => (
            <li key={title}>
              <Button
                tone={index === picture.scene ? 'primary' : 'plain'}
                label={title}
                aria-current={index === picture.scene}
                onClick={() => onDo({ do: 'scene', about: String(index + 1) })}
              />
            </li>
          ))}
        </ul>
      </div>
    </Panel>
  );
}
