// What is loaded when it is wanted: until then it is told, and where it cannot be had,
// for the tablet is cut off, it can be asked for again.
import { Component, Suspense, type ReactNode } from 'react'
import { Failed, Waiting } from './States'

export function Loaded({ what, children }: { what: string; children: ReactNode }) {
  return (
    <Missing>
      <Suspense fallback={<Waiting what={what} />}>{children}</Suspense>
    </Missing>
  )
}

// Missing catches what could not be loaded. A part that failed once is only asked for
// again by the page as a whole.
class Missing extends Component<{ children: ReactNode }, { error?: Error }> {
  state: { error?: Error } = {}

  static getDerivedStateFromError(error: Error) {
    return { error }
  }

  render() {
    return this.state.error ? <Failed error={this.state.error} again={() => window.location.reload()} /> : this.props.children
  }
}
