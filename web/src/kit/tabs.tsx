import type { ReactNode } from 'react'

/** A row of keys of which one is down; arrow keys walk along it. */
export function Keys<K extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string
  value: K
  options: readonly (readonly [K, ReactNode])[]
  onChange: (value: K) => void
}) {
  const step = (by: number) => {
    const at = options.findIndex(([k]) => k === value)
    const next = options[(at + by + options.length) % options.length]
    if (next) onChange(next[0])
  }
  return (
    <div
      role="radiogroup"
      aria-label={label}
      tabIndex={-1}
      className="flex flex-wrap gap-px border border-line bg-line"
      onKeyDown={(e) => {
        if (e.key === 'ArrowRight' || e.key === 'ArrowDown') step(1)
        else if (e.key === 'ArrowLeft' || e.key === 'ArrowUp') step(-1)
        else return
        e.preventDefault()
        e.stopPropagation()
      }}
    >
      {options.map(([key, name]) => (
        <button
          key={key}
          type="button"
          role="radio"
          aria-checked={key === value}
          tabIndex={key === value ? 0 : -1}
          className={`min-h-9 flex-1 px-3 py-1 text-[0.92rem] whitespace-nowrap ${key === value ? 'bg-violet font-semibold text-on-violet' : 'bg-paper hover:bg-violet-soft'}`}
          onClick={() => onChange(key)}
        >
          {name}
        </button>
      ))}
    </div>
  )
}
