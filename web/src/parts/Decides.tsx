// Who decides where a published limit or an allergen is told: once, at the foot of a screen or
// sheet.
export const Decides = ({ children }: { children?: string }) => <p className="small quiet decides">{children} Local food law, the kitchen’s own safety plan and trained people decide.</p>
