import { Popover } from 'radix-ui'
import type { ReactNode } from 'react'
import type { Schemas } from '../api/client'
import { mm } from './units'

/** A figure that tells on demand where it comes from: formula, numbers, source. */
export function WhyFigure({ why, children }: { why: Schemas['Why'] | undefined; children: ReactNode }) {
  if (!why) return <>{children}</>
  return (
    <Popover.Root>
      <Popover.Trigger
        className="rounded-sm px-0.5 underline decoration-violet/50 decoration-dotted underline-offset-4 hover:bg-violet-soft"
        aria-label={`Why ${why.figure} ${mm(why.value)} ${why.unit}?`}
      >
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          collisionPadding={8}
          className="z-50 w-[22rem] max-w-[92vw] border border-violet bg-paper p-3 text-[0.9rem]"
        >
          <p className="mb-1">
            Why {why.figure} <b className="text-[1.1rem]">{mm(why.value)}</b> {why.unit}
          </p>
          <p className="mb-2 text-dim">{why.formula}</p>
          <table className="mb-2 w-full">
            <tbody>
              {why.terms.map((t, i) => (
                <tr key={i} className="border-t border-hair align-top">
                  <td className="py-0.5 pr-2">{t.name}</td>
                  <td className="py-0.5 pr-2 text-right whitespace-nowrap">
                    {mm(t.value)} {t.unit}
                  </td>
                  <td className="py-0.5 text-[0.8rem] text-dim">{t.from}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="text-[0.8rem] text-dim">Source: {why.source}</p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

/** A figure whose reason is a single sentence. */
export function WhySentence({ title, text, children }: { title: string; text: string; children: ReactNode }) {
  return (
    <Popover.Root>
      <Popover.Trigger
        className="rounded-sm px-0.5 underline decoration-violet/50 decoration-dotted underline-offset-4 hover:bg-violet-soft"
        aria-label={`Why ${title}?`}
      >
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          collisionPadding={8}
          className="z-50 w-[20rem] max-w-[92vw] border border-violet bg-paper p-3 text-[0.9rem]"
        >
          <p className="mb-1 font-semibold">Why {title}</p>
          <p className="text-dim">{text}</p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
