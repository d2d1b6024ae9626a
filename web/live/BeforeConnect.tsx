import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';

const READ = 'zigzag-volume-read';

/** Whether nobody has read the caution on this screen yet. */
export const isFirstConnect = (): boolean => localStorage.getItem(READ) === null;

/** What has to be read before real devices get anything from here for the first time. */
export function BeforeConnect({ onConnect, onClose }: { onConnect: () => void; onClose: () => void }) {
  return (
    <Dialog title="Before the first message" onClose={onClose} width="w-[34rem]">
      <div className="flex flex-col gap-4 p-4 text-lg">
        <p>
          Turn monitors and in-ear packs down: programs and faders can jump in level. Look after your hearing.
        </p>
        <p>
          Units that can hurt somebody get nothing before they are armed, here, for this show. Local rules and
          licensed operators come first.
        </p>
        <Button
          tone="primary"
          className="self-start"
          label="The volume is down: connect"
          onClick={() => {
            localStorage.setItem(READ, new Date().toISOString());
            onConnect();
          }}
        />
      </div>
    </Dialog>
  );
}
