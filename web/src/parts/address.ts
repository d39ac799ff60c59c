// The address. It changes only for those who are still on the screen that asks for it: an
// answer that comes after one has left moves nobody.
import { useLocation, useSearchParams } from 'wouter'

/** useAddress is what the address has after its path, and how to set it. */
export function useAddress(): ReturnType<typeof useSearchParams> {
  const [params, setParams] = useSearchParams()
  const stays = useStays()
  return [params, (next, options) => void (stays() && setParams(next, options))]
}

/** useGo goes to another address. */
export function useGo(): (path: string) => void {
  const [, go] = useLocation()
  const stays = useStays()
  return (path) => void (stays() && go(path))
}

// useStays tells whether the screen that was drawn is still the one that is shown.
function useStays() {
  const at = window.location.pathname
  return () => window.location.pathname === at
}
