import { Component, type ReactNode } from 'react';
import { Blank } from '../ui/Blank';

interface Props {
  /** What is drawn; another one is tried again. */
  of: string;
  children: ReactNode;
}

interface State {
  /** The address that cannot be drawn. */
  failed: string | null;
}

/** Says so when a view cannot be drawn. What is around it, such as the panic button, stays. */
export class Caught extends Component<Props, State> {
  override state: State = { failed: null };

  static getDerivedStateFromError(): State {
    return { failed: location.pathname };
  }

  override componentDidUpdate(before: Props) {
    if (before.of !== this.props.of) {
      this.setState({ failed: null });
    }
  }

  override render() {
    return this.state.failed === null ? (
      this.props.children
    ) : (
      <Blank
        title="This view cannot be drawn. What is stored is as it was."
        action={{ label: 'Open it again', href: this.state.failed }}
      />
    );
  }
}
