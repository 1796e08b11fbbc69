import { Button } from 'antd';
import { Component, type ReactNode } from 'react';

/** After an upgrade the page's own files have other names: the browser's words for a part that isn't there any more. */
const OLD_PAGE = /dynamically imported module|Importing a module script failed|error loading dynamically/i;

type Props = { /** The place's address: another place begins afresh. */ at: string; children: ReactNode };
type State = { error?: Error; at: string };

/** Holds what goes wrong in one place, so that the rest of the page stays; what was saved is safe, and said to be. */
export class PlaceBoundary extends Component<Props, State> {
  state: State = { at: this.props.at };

  static getDerivedStateFromError(error: Error): Partial<State> {
    return { error };
  }

  static getDerivedStateFromProps(props: Props, state: State): Partial<State> | null {
    return props.at === state.at ? null : { at: props.at, error: undefined };
  }

  render() {
    const { error } = this.state;
    if (!error) return this.props.children;
    const isOld = OLD_PAGE.test(error.message);
    return (
      <main className="main">
        <div className="empty" role="alert">
          <h2>{isOld ? 'There is a newer version' : 'Something went wrong on this page'}</h2>
          <p>
            {isOld
              ? 'Upbeat Herald was updated since this page was loaded. Load it again to go on.'
              : 'What was saved is safe. Load the page again; if it happens again, tell whoever runs Upbeat Herald.'}
          </p>
          {!isOld && <p className="soft mono">{error.message}</p>}
          <div className="actions centred">
            <Button type="primary" onClick={() => window.location.reload()}>
              Load again
            </Button>
            {!isOld && <Button onClick={() => this.setState({ error: undefined })}>Try without loading</Button>}
          </div>
        </div>
      </main>
    );
  }
}
