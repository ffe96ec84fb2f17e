import { Slider } from 'radix-ui'

/** A slide with its name before it; arrow keys move it by a step. */
export function Slide({
  label,
  value,
  max,
  step,
  told,
  onChange,
}: {
  label: string
  value: number
  max: number
  step: number
  /** What it stands at, in words. */
  told: string
  onChange: (value: number) => void
}) {
  return (
    <div className="min-w-40 flex-1">
      <p className="flex justify-between gap-2 text-[0.82rem] text-dim">
        {label}
        <span className="text-ink">{told}</span>
      </p>
      <Slider.Root
        value={[value]}
        max={max}
        step={step}
        onValueChange={([now]) => onChange(now ?? 0)}
        className="relative flex h-9 touch-none items-center select-none"
      >
        <Slider.Track className="relative h-1 flex-1 bg-line">
          <Slider.Range className="absolute h-full bg-violet" />
        </Slider.Track>
        <Slider.Thumb
          aria-label={label}
          aria-valuetext={told}
          className="block h-6 w-3.5 rounded-sm border border-violet bg-paper pointer-coarse:h-9 pointer-coarse:w-6"
        />
      </Slider.Root>
    </div>
  )
}
