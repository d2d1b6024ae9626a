import { Notice } from '../ui/Notice';
import { useConnected } from './useConnected';

/** Says on a bench, which plays simulated devices, that the same show also plays between real ones, and where that is led. */
export function ConnectedNotice({ rig }: { rig: string }) {
  return (
    <Notice
      tone="warning"
      text={
        useConnected(rig) === null
          ? null
          : 'This show plays between real devices as well. What is played here reaches the simulated ones alone.'
      }
      way={{ label: 'Lead it in Live', to: `/rigs/${rig}/live` }}
    />
  );
}
