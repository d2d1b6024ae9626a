import { Notice } from '../ui/Notice';
import { useDocumentWork } from './queries';

/** Says what was deleted, and takes it back. */
export function GoneNotice({
  gone,
  what,
  takeBack,
  onDone,
}: {
  gone: { id: string; name: string } | null;
  /** What becomes of what it belongs to. */
  what: string;
  takeBack: (id: string) => Promise<unknown>;
  onDone: () => void;
}) {
  const work = useDocumentWork(takeBack);
  return (
    <>
      <Notice text={work.error?.message ?? null} tone="error" />
      <Notice
        text={gone === null ? null : `“${gone.name}” is deleted${what} It can be taken back for 30 days.`}
        tone="info"
        action={
          gone === null
            ? undefined
            : {
                label: 'Undo',
                isDisabled: work.isPending,
                onPress: () => work.mutate(gone.id, { onSuccess: onDone }),
              }
        }
        onClose={onDone}
      />
    </>
  );
}
