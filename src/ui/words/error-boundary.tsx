import { Component, type ComponentType, type ReactNode } from 'react';
import { Button } from '../controls/button';
import { ProblemNotice } from './notice';

type Props = {
  /** What could not be shown: "this station". */
  what: string;
  /** Another value tries once more. */
  resetKey?: string;
  /** It stands for a whole page: heading and way to the table are shown too. Default false. */
  isPage?: boolean;
  children: ReactNode;
};

type State = { error: Error | null; resetKey: string | undefined };

/** Keeps the page when a part of it breaks: says so in its place, and tries again at a press or when something else is shown. */
export class ErrorBoundary extends Component<Props, State> {
  override state: State = { error: null, resetKey: this.props.resetKey };

  static getDerivedStateFromError(error: unknown): Partial<State> {
    return { error: error instanceof Error ? error : new Error(String(error)) };
  }

  static getDerivedStateFromProps({ resetKey }: Props, state: State): State | null {
    return resetKey === state.resetKey ? null : { error: null, resetKey };
  }

  override render() {
    const { error } = this.state;
    const { what, isPage = false, children } = this.props;
    if (!error) return children;
    const remedy = 'What you did is kept. Try again; if it comes back, load the page again.';
    const notice = (
      <ProblemNotice problem={{ code: 'broken', message: `Something went wrong in ${what}: ${error.message}`, remedy }}>
        <Button onClick={() => this.setState({ error: null })}>Try again</Button>
      </ProblemNotice>
    );
    if (!isPage) return notice;
    return (
      <main className="mx-auto max-w-xl space-y-4 p-8">
        <h1 className="text-3xl">This page cannot be shown now</h1>
        {notice}
        <a href="/" className="underline">
          To the table
        </a>
      </main>
    );
  }
}

/** A page that says in words when it breaks, instead of going blank. */
export function asPage<P extends object>(what: string, Page: ComponentType<P>): ComponentType<P> {
  return (props: P) => (
    <ErrorBoundary what={what} isPage>
      <Page {...props} />
    </ErrorBoundary>
  );
}
