// Two plans that are compared were searched for equally long; where that was not to the end,
// it is said.
export const Searched = ({ seconds }: { seconds?: number }) =>
  seconds ? <span className="quiet small"> Both were searched for {seconds} s only; the plan that is kept had longer and may be better than either.</span> : null
