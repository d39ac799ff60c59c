// Two plans that are compared are searched for from the kept plan, equally long; where that
// was not to the end, it is said.
export const Searched = ({ seconds }: { seconds?: number }) => (seconds ? <span className="quiet small"> Both from the kept plan, {seconds} s of planning each.</span> : null)
