import { Navigate, useLocation, useParams } from 'react-router';
import { Blank } from '../ui/Blank';
import { wayTo, type ViewName } from './address';
import { useShows } from './useShows';

/** An address of before there were shows leads on to where that is now. */
export function MovedRig({ view }: { view: ViewName }) {
  const { id = '' } = useParams();
  const { search } = useLocation();
  return <Navigate to={`${wayTo(id, view)}${search}`} replace />;
}

/** The bench of a rulebook: that of the show that plays it. */
export function MovedBench() {
  const { id = '' } = useParams();
  const { search } = useLocation();
  const shows = useShows();
  if (shows.data === undefined) {
    return <Blank title={shows.error?.message ?? 'Opening the bench …'} />;
  }
  const show = shows.data.find((each) => each.book === id);
  return <Navigate to={`${wayTo(show?.id ?? id, 'bench')}${search}`} replace />;
}
