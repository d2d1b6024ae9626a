import type { Live, LiveDeed, LivePicture } from '../api/types';
import { Button } from '../ui/Button';

/** What differs between what plays and what is stored or shown, with the way out of it. */
export function WhilePlaying({
  live,
  picture,
  onDo,
}: {
  live: Live;
  picture: LivePicture;
  onDo: (deed: LiveDeed) => void;
}) {
  return (
    <>
      {live.rules !== picture.rules && (
        <div role="status" className="alert alert-info flex py-1.5">
          <span className="flex-1">The rules were changed; the devices still hear the ones from before.</span>
          <Button tone="primary" label="Play the new rules" onClick={() => onDo({ do: 'rules' })} />
        </div>
      )}
      {picture.differs && (
        <div role="alert" className="alert alert-warning flex py-1.5">
          <span className="flex-1">
            This page may show something else than what plays. Playing is right; end and connect again when
            there is time.
          </span>
        </div>
      )}
    </>
  );
}
