import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { Navigate, Route, Routes, useLocation } from 'react-router';
import { api } from './api/client';
import { useDocuments } from './documents/queries';
import { NEW_RULEBOOK } from './rules/newRulebook';
import { Caught } from './shell/Caught';
import { Shell } from './shell/Shell';
import { usePanicKey } from './shell/usePanicKey';
import { Blank } from './ui/Blank';
import { VIEWS } from './views';

/** For playing: nothing of the other views is around it. */
const StagePage = lazy(() => import('./stage/StagePage'));

export function App() {
  usePanicKey();
  const { pathname } = useLocation();
  return (
    <Caught of={pathname}>
      <Routes>
        <Route
          path="/stage/:id"
          element={
            <Suspense fallback={<Blank title="Opening the stage …" />}>
              <StagePage />
            </Suspense>
          }
        />
        <Route element={<Shell />}>
          <Route path="/" element={<Latest />} />
          <Route path="/bench" element={<Latest />} />
          <Route path="/rigs" element={<Navigate to="/library" replace />} />
          {VIEWS.map(({ path, page: Page }) => (
            <Route key={path} path={`/${path}`} element={<Page />} />
          ))}
          <Route
            path="*"
            element={
              <Blank
                title="There is nothing at this address"
                action={{ label: 'Go to the bench', href: '/' }}
              />
            }
          />
        </Route>
      </Routes>
    </Caught>
  );
}

/** Opens the bench with the rulebook that was changed last. */
function Latest() {
  const rulebooks = useDocuments('rulebook');
  if (rulebooks.isError) {
    return <Blank title={rulebooks.error.message} action={{ label: 'Try again', href: '/' }} />;
  }
  const latest = rulebooks.data?.[0];
  if (latest !== undefined) {
    return <Navigate to={`/bench/${latest.id}`} replace />;
  }
  return rulebooks.data === undefined ? <Blank title="Opening the bench …" /> : <CreateFirst />;
}

function CreateFirst() {
  const created = useQuery({
    queryKey: ['first-rulebook'],
    queryFn: () =>
      api.createDocument({
        kind: 'rulebook',
        name: 'My first rulebook',
        text: NEW_RULEBOOK.replace('"New"', '"My first rulebook"'),
      }),
  });
  return created.data === undefined ? (
    <Blank title={created.error?.message ?? 'Opening the bench …'} />
  ) : (
    <Navigate to={`/bench/${created.data.id}`} replace />
  );
}
