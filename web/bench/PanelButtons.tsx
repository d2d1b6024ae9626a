import { Hand, Layers, ListPlus, Ruler, ThumbsDown } from 'lucide-react';
import { Button } from '../ui/Button';
import { Toolbar } from '../ui/Toolbar';

/** What lies over the picture of the messages, if anything does. */
export type OpenPanel = 'learn' | 'calibrate' | 'stack' | 'each' | null;

/** Opens what listens to the messages: learning a control, measuring a pedal. */
export function PanelButtons({
  panel,
  hasRig,
  onPanel,
  onWrong,
}: {
  panel: OpenPanel;
  hasRig: boolean;
  onPanel: (panel: OpenPanel) => void;
  /** Something was wrong just now. */
  onWrong: () => void;
}) {
  return (
    <Toolbar label="Tools of the zigzag">
      <Button
        tone={panel === 'learn' ? 'primary' : 'plain'}
        icon={<Hand size={16} />}
        label="Learn"
        title="Play a control, then say what it should do"
        aria-pressed={panel === 'learn'}
        onClick={() => onPanel(panel === 'learn' ? null : 'learn')}
      />
      {hasRig && (
        <Button
          iconOnly
          tone={panel === 'calibrate' ? 'primary' : 'plain'}
          icon={<Ruler size={16} />}
          label="Calibrate a pedal"
          aria-pressed={panel === 'calibrate'}
          onClick={() => onPanel(panel === 'calibrate' ? null : 'calibrate')}
        />
      )}
      <Button
        iconOnly
        tone={panel === 'each' ? 'primary' : 'plain'}
        icon={<ListPlus size={16} />}
        label="Play each control once, for a chart"
        aria-pressed={panel === 'each'}
        onClick={() => onPanel(panel === 'each' ? null : 'each')}
      />
      {hasRig && (
        <Button
          iconOnly
          tone={panel === 'stack' ? 'primary' : 'plain'}
          icon={<Layers size={16} />}
          label="Write a stack from present values"
          aria-pressed={panel === 'stack'}
          onClick={() => onPanel(panel === 'stack' ? null : 'stack')}
        />
      )}
      <Button
        iconOnly
        icon={<ThumbsDown size={16} />}
        label="That was wrong: keep the last minute"
        onClick={onWrong}
      />
    </Toolbar>
  );
}
