import type { ComponentType } from 'react';
import { Navigate, useParams } from 'react-router';
import { Blank } from '../ui/Blank';
import { wayTo } from './address';
import { NoRig, NoRules } from './Lacking';
import { useShow } from './useShows';

/** A view of a show, once that has what it needs. */
export function OfShow({ needs, page: Page }: { needs: 'rig' | 'rules'; page: ComponentType }) {
  const { id = '' } = useParams();
  const show = useShow(id);
  if (show === undefined) {
    return <Blank title="Opening the show …" />;
  }
  if (show === null) {
    return (
      <Blank
        title="There is no show at this address"
        action={{ label: 'Go to the library', href: '/library' }}
      />
    );
  }
  if (needs === 'rig' && show.rig === null) {
    return <NoRig show={show} />;
  }
  if (needs === 'rules' && show.book === null) {
    return <NoRules show={show} />;
  }
  return <Page />;
}

/** A show without a view in its address opens at its rig; rules alone open on the bench. */
export function FirstView() {
  const { id = '' } = useParams();
  const show = useShow(id);
  if (show === undefined) {
    return <Blank title="Opening the show …" />;
  }
  return <Navigate to={wayTo(id, show?.rig === null ? 'bench' : 'rig')} replace />;
}
