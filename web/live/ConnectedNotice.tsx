import type { RulesSession } from '../rules/RulesSession';
import type { BenchStore } from '../session/BenchStore';
import { usePart } from '../session/Told';
import { wayTo } from '../shows/address';
import { Notice } from '../ui/Notice';
import { useConnected } from './useConnected';

/** Says on a bench that the show plays between real devices, and puts other rules on them at a press only. */
export function ConnectedNotice({
  rig,
  store,
  rules,
}: {
  rig: string;
  store: BenchStore;
  rules: RulesSession;
}) {
  const isConnected = (useConnected(rig) ?? null) !== null;
  const checked = usePart(rules.state, (state) => state.checked);
  const running = usePart(store, (state) => state.book);
  const saving = usePart(rules.saver.state, (state) => state.is);
  const waits = checked !== null && running !== null && store.runs(rules.text()) === false;
  return (
    <Notice
      tone={waits ? 'warning' : 'quiet'}
      text={
        !isConnected
          ? null
          : waits
            ? 'The real devices still play the rules as they were.'
            : 'Real devices play here. Keys, scenes and panic reach them.'
      }
      way={{ label: 'See them in Live', to: wayTo(rig, 'live') }}
      action={
        waits
          ? {
              label: saving === 'saved' ? 'Play these rules' : 'Saving …',
              isDisabled: saving !== 'saved',
              onPress: () => void store.change(rules.text(), true),
            }
          : undefined
      }
    />
  );
}
