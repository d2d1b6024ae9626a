import { useQuery } from '@tanstack/react-query';
import { Navigate, Route, Routes } from 'react-router';
import { api } from './api/client';
import { BenchPage } from './bench/BenchPage';
import { Blank } from './ui/Blank';

export function App() {
  return (
    <Routes>
      <Route path="/" element={<Latest />} />
      <Route path="/bench/:id" element={<BenchPage />} />
      <Route
        path="*"
        element={
          <Blank title="There is nothing at this address" action={{ label: 'Go to the bench', href: '/' }} />
        }
      />
    </Routes>
  );
}

/** Opens the bench with the rulebook that was changed last. */
function Latest() {
  const rulebooks = useQuery({ queryKey: ['rulebooks'], queryFn: api.listRulebooks });
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
      api.createRulebook({
        name: 'My first rulebook',
        text: 'rulebook "My first rulebook"\n\nport keys in\nport synth out\n\nrule "Everything through"\n  take any\n  send synth\n',
      }),
  });
  return created.data === undefined ? (
    <Blank title={created.error?.message ?? 'Opening the bench …'} />
  ) : (
    <Navigate to={`/bench/${created.data.id}`} replace />
  );
}
