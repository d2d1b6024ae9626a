import { useQueryClient } from '@tanstack/react-query';
import { useEffect, type ReactNode } from 'react';
import type { RigBeside, RigPart, StoredDocument } from '../api/types';
import { Blank } from '../ui/Blank';
import { useBeside } from './queries';
import { useJson, type JsonWork } from './useJson';

type Work<P extends RigPart> = JsonWork<RigBeside[P]>;

/** What stands beside a rig, being worked on; null until it is there. What is computed from it follows once it is stored. */
export function Beside<P extends RigPart>({
  rig,
  part,
  children,
}: {
  rig: string;
  part: P;
  children: (work: Work<P> | null) => ReactNode;
}) {
  const document = useBeside(rig, part);
  if (document.isError) {
    return <Blank title={document.error.message} action={{ label: 'Go to the library', href: '/library' }} />;
  }
  return document.data === undefined || !document.isFetchedAfterMount ? (
    children(null)
  ) : (
    <Opened rig={rig} document={document.data}>
      {children}
    </Opened>
  );
}

function Opened<P extends RigPart>({
  rig,
  document,
  children,
}: {
  rig: string;
  document: StoredDocument;
  children: (work: Work<P>) => ReactNode;
}) {
  const work = useJson<RigBeside[P]>(document);
  const queries = useQueryClient();
  const version = work.saving.version();
  useEffect(() => {
    if (version !== document.version) {
      void queries.invalidateQueries({ queryKey: ['rig-computed', rig] });
    }
  }, [version, document.version, rig, queries]);
  return children(work);
}
