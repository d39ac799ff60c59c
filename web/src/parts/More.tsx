// The way on in a long list.
export function More({ of }: { of: { hasNextPage: boolean; isFetchingNextPage: boolean; fetchNextPage: () => unknown } }) {
  if (!of.hasNextPage) return null
  return (
    <button className="btn btn-outline-dark my-3" disabled={of.isFetchingNextPage} onClick={() => void of.fetchNextPage()}>
      {of.isFetchingNextPage ? 'Reading …' : 'Show more'}
    </button>
  )
}
