import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from '../api/client';
import type { RigPart, StoredDocument } from '../api/types';

export const keys = {
  list: (kind: string) => ['documents', kind] as const,
  deleted: ['documents', 'deleted'] as const,
  one: (id: string) => ['document', id] as const,
  beside: (id: string, part: RigPart) => ['document', id, 'beside', part] as const,
  newer: (id: string) => ['document', id, 'newer'] as const,
  revisions: (id: string) => ['document', id, 'revisions'] as const,
  revision: (id: string, number: number) => ['document', id, 'revisions', number] as const,
};

export const useDocuments = (kind: string) =>
  useQuery({ queryKey: keys.list(kind), queryFn: () => api.listDocuments(kind) });

export const useDeleted = () =>
  useQuery({ queryKey: keys.deleted, queryFn: () => api.listDocuments(null, true) });

/**
 * A document as it is when it is opened; what is typed from then on is the view's own. What another view, left just now, had of it may
 * be old: it counts once it is fetched after the view has come up.
 */
export const useDocument = (id: string) =>
  useQuery({
    queryKey: keys.one(id),
    queryFn: () => api.readDocument(id),
    staleTime: Infinity,
    gcTime: 0,
    refetchOnMount: 'always',
  });

/** What stands beside a rig, read anew like the rig itself. */
export const useBeside = (id: string, part: RigPart) =>
  useQuery({
    queryKey: keys.beside(id, part),
    queryFn: () => api.readBeside(id, part),
    staleTime: Infinity,
    gcTime: 0,
    refetchOnMount: 'always',
  });

export const useRevisions = (id: string) =>
  useQuery({ queryKey: keys.revisions(id), queryFn: () => api.listRevisions(id), staleTime: 0 });

export const useRevision = (id: string, number: number | null) =>
  useQuery({
    queryKey: keys.revision(id, number ?? 0),
    queryFn: () => api.readRevision(id, number ?? 0),
    enabled: number !== null,
  });

/** Whatever changes documents; lists are read again afterwards. */
export function useDocumentWork<T, R>(work: (what: T) => Promise<R>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: work,
    onSettled: () => queries.invalidateQueries({ queryKey: ['documents'] }),
  });
}

/** Charts and rigs know their own name as well. */
export const renamed = (document: StoredDocument, name: string) =>
  api.writeDocument(document.id, {
    name,
    text:
      document.kind === 'chart' || document.kind === 'rig'
        ? `${JSON.stringify({ ...(JSON.parse(document.text) as object), name }, null, 4)}\n`
        : document.text,
    version: document.version,
  });
