import { Toast } from 'radix-ui'
import { createContext, use, useCallback, useState, type ReactNode } from 'react'
import { Button } from './controls'

type Notice = {
  id: number
  text: string
  /** What takes it back, where that is possible. */
  undo?: (() => void) | undefined
}

const Context = createContext<((text: string, undo?: () => void) => void) | null>(null)

/** What was done and where it went, for a few seconds at the foot of the page; read aloud, reached by F8, swept away by touch. */
export function NoticesProvider({ children }: { children: ReactNode }) {
  const [notices, setNotices] = useState<Notice[]>([])
  const tell = useCallback(
    (text: string, undo?: () => void) => setNotices((now) => [...now.slice(-2), { id: (now.at(-1)?.id ?? 0) + 1, text, undo }]),
    [],
  )
  const drop = (id: number) => setNotices((now) => now.filter((n) => n.id !== id))
  return (
    <Context value={tell}>
      <Toast.Provider swipeDirection="right" duration={6000} label="Notice">
        {children}
        {notices.map((n) => (
          <Toast.Root
            key={n.id}
            onOpenChange={(open) => !open && drop(n.id)}
            className="flex items-center gap-3 border border-brass bg-paper px-4 py-2"
          >
            <Toast.Description className="flex-1">{n.text}</Toast.Description>
            {n.undo && (
              <Toast.Action altText="Take it back" asChild>
                <Button onClick={n.undo}>Undo</Button>
              </Toast.Action>
            )}
            <Toast.Close asChild>
              <Button look="quiet">Close</Button>
            </Toast.Close>
          </Toast.Root>
        ))}
        <Toast.Viewport
          data-screen-only
          label="Notices, {hotkey}"
          className="fixed right-3 bottom-3 z-50 flex w-[min(26rem,94vw)] flex-col gap-2"
        />
      </Toast.Provider>
    </Context>
  )
}

/** Tells what was done; with a way back where there is one. */
export function useNotice(): (text: string, undo?: () => void) => void {
  const tell = use(Context)
  if (!tell) throw new Error('NoticesProvider is missing')
  return tell
}
