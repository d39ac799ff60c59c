// How wide a drawing in time is.

export function Zoom({ wide, set }: { wide: number; set: (n: number) => void }) {
  return (
    <div className="choices" role="group" aria-label="Zoom">
      {[1, 2, 4].map((n) => (
        <button key={n} aria-pressed={wide === n} onClick={() => set(n)}>
          {n === 1 ? 'Zoom 1 ×' : `${n} ×`}
        </button>
      ))}
    </div>
  )
}
