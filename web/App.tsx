import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Navigate, Route, Routes, useLocation } from 'react-router';
import { api } from './api/client';
import { NEW_RULEBOOK } from './rules/newRulebook';
import { Caught } from './shell/Caught';
import { keepFocus } from './shell/keptFocus';
import { Shell } from './shell/Shell';
import { usePanicKey } from './shell/usePanicKey';
import { wayTo } from './shows/address';
import { MovedBench, MovedRig } from './shows/Moved';
import { FirstView, OfShow } from './shows/OfShow';
import { useShows } from './shows/useShows';
import { Blank } from './ui/Blank';
import { OTHER_VIEWS, VIEWS_OF_SHOW } from './views';

export function App() {
  usePanicKey();
  useEffect(() => keepFocus(document.body), []);
  const { pathname } = useLocation();
  return (
    <Caught of={pathname}>
      <Routes>
        {/* For playing: nothing of the other views is around it. */}
        {VIEWS_OF_SHOW.filter(({ name }) => name === 'stage').map(({ name, ...view }) => (
          <Route key={name} path={`/shows/:id/${name}`} element={<OfShow {...view} />} />
        ))}
        <Route element={<Shell />}>
          <Route path="/" element={<Latest />} />
          <Route path="/shows/:id" element={<FirstView />} />
          {VIEWS_OF_SHOW.filter(({ name }) => name !== 'stage').map(({ name, ...view }) => (
            <Route key={name} path={`/shows/:id/${name}`} element={<OfShow {...view} />} />
          ))}
          {OTHER_VIEWS.map(({ path, page: Page }) => (
            <Route key={path} path={`/${path}`} element={<Page />} />
          ))}
          {/* Addresses of before December 2026. */}
          <Route path="/bench" element={<Latest />} />
          <Route path="/bench/:id" element={<MovedBench />} />
          <Route path="/rigs" element={<Navigate to="/library" replace />} />
          <Route path="/rigs/:id" element={<MovedRig view="rig" />} />
          <Route path="/rigs/:id/show" element={<MovedRig view="show" />} />
          <Route path="/rigs/:id/proof" element={<MovedRig view="proof" />} />
          <Route path="/rigs/:id/live" element={<MovedRig view="live" />} />
          <Route path="/stage/:id" element={<MovedRig view="stage" />} />
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

/** Opens the bench of the show that was changed last. */
function Latest() {
  const shows = useShows();
  if (shows.isError) {
    return <Blank title={shows.error.message} action={{ label: 'Try again', href: '/' }} />;
  }
  const latest = shows.data?.[0];
  if (latest !== undefined) {
    return <Navigate to={wayTo(latest.id, 'bench')} replace />;
  }
  return shows.data === undefined ? <Blank title="Opening the bench …" /> : <CreateFirst />;
}

function CreateFirst() {
  const queries = useQueryClient();
  const created = useQuery({
    queryKey: ['first-rulebook'],
    queryFn: async () => {
      const made = await api.createDocument({
        kind: 'rulebook',
        name: 'My first rulebook',
        text: NEW_RULEBOOK.replace('"New"', '"My first rulebook"'),
      });
      await queries.invalidateQueries({ queryKey: ['documents'] });
      return made;
    },
  });
  return created.data === undefined ? (
    <Blank title={created.error?.message ?? 'Opening the bench …'} />
  ) : (
    <Navigate to={wayTo(created.data.id, 'bench')} replace />
  );
}
