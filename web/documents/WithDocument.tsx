import { Fragment, type ReactNode } from 'react';
import type { StoredDocument } from '../api/types';
import { Blank } from '../ui/Blank';
import { useDocument } from './queries';

/** Opens a document, says that it is being opened, or why it cannot be. */
export function WithDocument({
  id,
  kind,
  what,
  back = { label: 'Go to the library', href: '/library' },
  children,
}: {
  id: string;
  kind: StoredDocument['kind'];
  /** Such as "the rig". */
  what: string;
  back?: { label: string; href: string };
  children: (document: StoredDocument) => ReactNode;
}) {
  const document = useDocument(id);
  if (document.isError) {
    return <Blank title={document.error.message} action={back} />;
  }
  if (document.data !== undefined && document.data.kind !== kind) {
    return <Blank title={`There is no ${kind} at this address`} action={back} />;
  }
  return document.data === undefined || !document.isFetchedAfterMount ? (
    <Blank title={`Opening ${what} …`} />
  ) : (
    <Fragment key={id}>{children(document.data)}</Fragment>
  );
}
