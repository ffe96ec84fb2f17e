import { useId, useState, type ChangeEvent, type FocusEvent, type KeyboardEvent } from 'react'
import { api, RefusedError, taken } from '../api/client'
import { usePreferences } from './preferences'
import { inches, mm } from './units'

type Draft = { text: string; error: string | null }

const box = 'min-h-9 w-full min-w-0 rounded-sm border bg-paper px-2'

function keys(event: KeyboardEvent<HTMLInputElement>, commit: () => void, reset: () => void) {
  if (event.key === 'Enter') commit()
  else if (event.key === 'Escape') reset()
  else return
  event.stopPropagation()
}

/** What is typed into a field of a length until the server has read it. */
function useLengthDraft(value: number | null, onCommit: (mm: number | null) => void, nullable: boolean) {
  const { units } = usePreferences()
  const [draft, setDraft] = useState<Draft | null>(null)
  const shown = value === null ? '' : units === 'mm' ? mm(value, 3) : inches(value, 32).text
  const commit = async () => {
    if (draft === null) return
    const text = draft.text.trim()
    if (text === shown) return setDraft(null)
    if (text === '' && nullable) {
      setDraft(null)
      if (value !== null) onCommit(null)
      return
    }
    try {
      const read = taken(await api.GET('/api/lengths', { params: { query: { text, unit: units } } }))
      setDraft(null)
      if (read.mm !== value) onCommit(read.mm)
    } catch (error) {
      setDraft({ text: draft.text, error: error instanceof RefusedError ? error.message : 'The length could not be read.' })
    }
  }
  return {
    draft,
    value: draft?.text ?? shown,
    onChange: (e: ChangeEvent<HTMLInputElement>) => setDraft({ text: e.target.value, error: null }),
    onFocus: (e: FocusEvent<HTMLInputElement>) => e.target.select(),
    onBlur: () => void commit(),
    onKeyDown: (e: KeyboardEvent<HTMLInputElement>) =>
      keys(
        e,
        () => void commit(),
        () => setDraft(null),
      ),
  }
}

/** A length that is typed into where it stands in a drawing; whoever draws says where that is and how large. */
export function FigureField({
  label,
  value,
  onCommit,
  className = '',
}: {
  label: string
  value: number
  onCommit: (mm: number) => void
  className?: string
}) {
  const { lengthNote } = usePreferences()
  const id = useId()
  const { draft, ...typed } = useLengthDraft(value, (read) => read !== null && onCommit(read), false)
  return (
    <>
      <input
        inputMode="text"
        autoComplete="off"
        aria-label={label}
        {...typed}
        title={lengthNote(value)}
        aria-invalid={draft?.error ? true : undefined}
        aria-describedby={draft?.error ? `${id}-error` : undefined}
        className={`h-full w-full rounded-[1px] border bg-paper text-center text-violet ${draft?.error ? 'border-stop' : 'border-violet'} ${className}`}
      />
      {draft?.error && (
        <p
          id={`${id}-error`}
          role="alert"
          className="absolute top-full right-0 z-10 w-56 border border-stop bg-paper p-1.5 text-[0.8rem] text-stop"
        >
          {draft.error}
        </p>
      )}
    </>
  )
}

/**
 * A length in every notation of the bench; the server reads it. Empty gives null where that is allowed. A refused text stays in
 * the field with its sentence until it is mended or Escape brings the old value back.
 */
export function LengthField({
  label,
  value,
  onCommit,
  nullable = false,
  placeholder,
  hideLabel = false,
  big = false,
}: {
  label: string
  value: number | null
  onCommit: (mm: number | null) => void
  nullable?: boolean
  placeholder?: string | undefined
  hideLabel?: boolean
  big?: boolean
}) {
  const { units, lengthNote } = usePreferences()
  const id = useId()
  const { draft, ...typed } = useLengthDraft(value, onCommit, nullable)
  return (
    <div>
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'block text-[0.82rem] text-dim'}>
        {label}
        {units === 'mm' ? ' mm' : ''}
      </label>
      <input
        id={id}
        inputMode="text"
        autoComplete="off"
        className={`${box} text-right ${big ? 'text-[1.25rem]' : ''} ${draft?.error ? 'border-stop' : 'border-line'}`}
        {...typed}
        placeholder={placeholder}
        title={value === null ? undefined : lengthNote(value)}
        aria-invalid={draft?.error ? true : undefined}
        aria-describedby={draft?.error ? `${id}-error` : undefined}
      />
      {draft?.error && (
        <p id={`${id}-error`} role="alert" className="mt-0.5 text-[0.8rem] text-stop">
          {draft.error}
        </p>
      )}
    </div>
  )
}

/** A plain number within a range, both ends included. */
export function NumberField({
  label,
  value,
  onCommit,
  least,
  most,
  nullable = false,
  whole = false,
  hideLabel = false,
}: {
  label: string
  value: number | null
  onCommit: (value: number | null) => void
  least: number
  most: number
  nullable?: boolean
  whole?: boolean
  hideLabel?: boolean
}) {
  const [draft, setDraft] = useState<Draft | null>(null)
  const id = useId()
  const commit = () => {
    if (draft === null) return
    const text = draft.text.trim()
    const read = Number(text.replace(',', '.'))
    if (text === '' && nullable) {
      setDraft(null)
      onCommit(null)
    } else if (text === '' || !Number.isFinite(read) || read < least || read > most || (whole && !Number.isInteger(read))) {
      setDraft({
        ...draft,
        error: `${label} is "${text}": it must be a ${whole ? 'whole ' : ''}number from ${least} to ${most}.`,
      })
    } else {
      setDraft(null)
      if (read !== value) onCommit(read)
    }
  }
  return (
    <div>
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'block text-[0.82rem] text-dim'}>
        {label}
      </label>
      <input
        id={id}
        inputMode="decimal"
        className={`${box} text-right ${draft?.error ? 'border-stop' : 'border-line'}`}
        value={draft?.text ?? (value === null ? '' : String(value))}
        aria-invalid={draft?.error ? true : undefined}
        onChange={(e) => setDraft({ text: e.target.value, error: null })}
        onFocus={(e) => e.target.select()}
        onBlur={commit}
        onKeyDown={(e) => keys(e, commit, () => setDraft(null))}
      />
      {draft?.error && (
        <p role="alert" className="mt-0.5 text-[0.8rem] text-stop">
          {draft.error}
        </p>
      )}
    </div>
  )
}

export function TextField({
  label,
  value,
  onCommit,
  lines = 1,
}: {
  label: string
  value: string
  onCommit: (value: string) => void
  lines?: number
}) {
  const [draft, setDraft] = useState<string | null>(null)
  const id = useId()
  const commit = () => {
    if (draft !== null && draft !== value) onCommit(draft)
    setDraft(null)
  }
  const shared = {
    id,
    value: draft ?? value,
    onBlur: commit,
    className: `${box} border-line py-1`,
  }
  return (
    <div>
      <label htmlFor={id} className="block text-[0.82rem] text-dim">
        {label}
      </label>
      {lines > 1 ? (
        <textarea {...shared} rows={lines} onChange={(e) => setDraft(e.target.value)} />
      ) : (
        <input {...shared} onChange={(e) => setDraft(e.target.value)} onKeyDown={(e) => keys(e, commit, () => setDraft(null))} />
      )}
    </div>
  )
}
