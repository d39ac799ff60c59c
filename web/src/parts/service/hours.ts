// The time of a course: a clock hour, or so many minutes after the course before.

/** hourText reads what stands in the field of a course's hour: an hour, or so many minutes after the one before, as in +20. */
export function hourText(text: string): { hour: string; after?: number } | undefined {
  const after = /^\+\s*(\d{1,3})(\s*min)?$/.exec(text.trim())
  if (after) return { hour: '', after: Number(after[1]) }
  return /^\d{1,2}[:.]\d{2}$/.test(text.trim()) ? { hour: text.trim().replace('.', ':') } : undefined
}

export const hourSaid = (hour: string, after?: number) => (after ? `+${after}` : hour)
