import { RadioGroup } from 'radix-ui'
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
  return (
    <RadioGroup.Root
      aria-label={label}
      value={value}
      onValueChange={(now) => {
        const option = options.find(([key]) => key === now)
        if (option) onChange(option[0])
      }}
      className="flex flex-wrap gap-px border border-line bg-line"
    >
      {options.map(([key, name]) => (
        <RadioGroup.Item
          key={key}
          value={key}
          className="min-h-9 flex-1 bg-paper px-3 py-1 text-[0.92rem] whitespace-nowrap hover:bg-violet-soft data-[state=checked]:bg-violet data-[state=checked]:font-semibold data-[state=checked]:text-on-violet"
        >
          {name}
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  )
}
