import type { DocumentSummary } from '../api/types';
import { HistoryDialog } from './HistoryDialog';

/** The history of a document that is looked at from a list. */
export function DocumentHistory({
  of,
  all,
  onTold,
  onClose,
}: {
  of: DocumentSummary | null;
  /** The list as it is now, which knows the latest versions. */
  all: readonly DocumentSummary[];
  onTold: (text: string) => void;
  onClose: () => void;
}) {
  return (
    of !== null && (
      <HistoryDialog
        document={of}
        version={() => all.find((each) => each.id === of.id)?.version ?? of.version}
        onBroughtBack={(restored) =>
          onTold(`“${restored.name}” is again as it was; what it was before is in its history.`)
        }
        onClose={onClose}
      />
    )
  );
}
