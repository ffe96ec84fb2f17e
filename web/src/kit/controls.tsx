import { Checkbox, Dialog as RadixDialog } from 'radix-ui'
import { useId, type ButtonHTMLAttributes, type ReactNode, type SelectHTMLAttributes } from 'react'

const base = 'inline-flex min-h-9 items-center gap-1.5 rounded-sm border px-3 py-1 text-[0.92rem] disabled:opacity-45'
const looks = {
  plain: 'border-line bg-paper hover:border-violet',
  main: 'border-violet bg-violet font-semibold text-on-violet',
  quiet: 'border-transparent hover:border-line',
} as const

export function Button({
  look = 'plain',
  className = '',
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: keyof typeof looks }) {
  return <button type="button" className={`${base} ${looks[look]} ${className}`} {...rest} />
}

/** A label over its control. */
export function Field({ label, children, hint }: { label: string; children: ReactNode; hint?: string | undefined }) {
  return (
    <label className="block">
      <span className="block text-[0.82rem] text-dim">{label}</span>
      {children}
      {hint && <span className="block text-[0.8rem] text-dim">{hint}</span>}
    </label>
  )
}

/** A box to tick, with its words behind it. */
export function Tick({ label, checked, onChange }: { label: ReactNode; checked: boolean; onChange: (checked: boolean) => void }) {
  const id = useId()
  return (
    <span className="flex items-center gap-2 text-[0.92rem]">
      <Checkbox.Root
        id={id}
        checked={checked}
        onCheckedChange={(now) => onChange(now === true)}
        className="flex h-5 w-5 shrink-0 items-center justify-center border border-line bg-paper data-[state=checked]:border-violet data-[state=checked]:bg-violet"
      >
        <Checkbox.Indicator className="text-[0.8rem] leading-none text-on-violet">✓</Checkbox.Indicator>
      </Checkbox.Root>
      <label htmlFor={id}>{label}</label>
    </span>
  )
}

export function Select({ className = '', ...rest }: SelectHTMLAttributes<HTMLSelectElement>) {
  return <select className={`min-h-9 w-full rounded-sm border border-line bg-paper px-2 ${className}`} {...rest} />
}

/** A pane of the bench with its heading on the same line as its actions. */
export function Pane({
  title,
  actions,
  children,
  className = '',
}: {
  title: ReactNode
  actions?: ReactNode
  children: ReactNode
  className?: string
}) {
  return (
    <section className={`flex min-h-0 min-w-0 shrink-0 flex-col border border-line bg-paper ${className}`}>
      <header className="flex min-h-10 flex-wrap items-center justify-between gap-2 border-b border-hair px-3 py-1">
        <h2>{title}</h2>
        <div className="flex items-center gap-2">{actions}</div>
      </header>
      {/* a long pane must be scrollable by keys alone */}
      {/* eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex */}
      <div className="min-h-0 flex-1 overflow-auto p-3" tabIndex={0}>
        {children}
      </div>
    </section>
  )
}

export function Dialog({
  open,
  onClose,
  title,
  children,
}: {
  open: boolean
  onClose: () => void
  title: string
  children: ReactNode
}) {
  return (
    <RadixDialog.Root open={open} onOpenChange={(now) => !now && onClose()}>
      <RadixDialog.Portal>
        <RadixDialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <RadixDialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-50 max-h-[85vh] w-[min(34rem,92vw)] -translate-x-1/2 -translate-y-1/2 overflow-auto border border-line bg-paper p-5"
        >
          <RadixDialog.Title className="mb-3 text-[1.15rem] font-semibold">{title}</RadixDialog.Title>
          {children}
        </RadixDialog.Content>
      </RadixDialog.Portal>
    </RadixDialog.Root>
  )
}

/** From the right, over what stands there; the page behind it stays at work. */
export function Drawer({ title, onClose, children }: { title: string; onClose: () => void; children: ReactNode }) {
  return (
    <RadixDialog.Root open modal={false} onOpenChange={(now) => !now && onClose()}>
      <RadixDialog.Content
        aria-describedby={undefined}
        onInteractOutside={(e) => e.preventDefault()}
        className="fixed top-0 right-0 bottom-0 z-30 flex w-[min(27rem,94vw)] flex-col border-l border-line bg-paper"
      >
        <header className="flex items-center justify-between border-b border-line px-4 py-2">
          <RadixDialog.Title className="font-semibold">{title}</RadixDialog.Title>
          <RadixDialog.Close asChild>
            <Button look="quiet">Close</Button>
          </RadixDialog.Close>
        </header>
        <div className="flex-1 overflow-auto">{children}</div>
      </RadixDialog.Content>
    </RadixDialog.Root>
  )
}

export function Empty({ children }: { children: ReactNode }) {
  return <p className="max-w-prose py-6 text-dim">{children}</p>
}
