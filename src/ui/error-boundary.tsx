import { Component, type ReactNode } from 'react';
import { Button } from './button';
import { ProblemNotice } from './notice';

type Props = {
  /** What could not be shown: "this station". */
  what: string;
  /** Another value tries once more. */
  resetKey?: string;
  children: ReactNode;
};

/** Keeps the page when a part of it breaks: says so in its place, and tries again at a press or when something else is shown. */
export class ErrorBoundary extends Component<Props, { error: Error | null; resetKey: string | undefined }> {
  override state = { error: null, resetKey: this.props.resetKey };

  static getDerivedStateFromError(error: unknown) {
    return { error: error instanceof Error ? error : new Error(String(error)) };
  }

  static getDerivedStateFromProps({ resetKey }: Props, state: { resetKey: string | undefined }) {
    return resetKey === state.resetKey ? null : { error: null, resetKey };
  }

  override render() {
    const error = this.state.error as Error | null;
    if (!error) return this.props.children;
    const remedy = 'What you did is kept. Try again; if it comes back, load the page again.';
    return (
      <ProblemNotice problem={{ code: 'broken', message: `Something went wrong in ${this.props.what}: ${error.message}`, remedy }}>
        <Button onClick={() => this.setState({ error: null })}>Try again</Button>
      </ProblemNotice>
    );
  }
}
