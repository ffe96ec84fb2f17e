import { Dialog } from '../kit/controls'
import { keyWords, type Action } from './actions'
import { STATIONS } from './stations'

/** Keys of what is chosen or open, besides those of the actions. */
const OTHERS: [string, string][] = [
  [`1 to ${STATIONS.length}`, 'go to a station'],
  ['arrows', 'nudge the chosen device by 1 mm; with Shift 10 mm, with Alt 0.1 mm'],
  ['r', 'turn the chosen device by a quarter'],
  ['Ctrl and wheel', 'a drawing larger or smaller'],
  ['Escape', 'give up what is being typed or dragged'],
]

export function HelpDialog({ open, actions, onClose }: { open: boolean; actions: Action[]; onClose: () => void }) {
  const keys = actions.flatMap((a): [string, string][] => (a.keys ? [[keyWords(a.keys), a.name]] : []))
  return (
    <Dialog open={open} onClose={onClose} title="Keys and notations">
      <table className="w-full">
        <tbody>
          {[...keys, ...OTHERS].map(([key, what]) => (
            <tr key={key} className="border-t border-hair align-top">
              <td className="py-1 pr-4 font-mono text-[0.85rem] whitespace-nowrap">{key}</td>
              <td className="py-1">{what}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-3">
        Every length field takes <code className="font-mono text-[0.85rem]">133.4</code>,{' '}
        <code className="font-mono text-[0.85rem]">133,4 mm</code>, <code className="font-mono text-[0.85rem]">5 1/4</code>,{' '}
        <code className="font-mono text-[0.85rem]">5-1/4"</code>, <code className="font-mono text-[0.85rem]">5.25 in</code>,{' '}
        <code className="font-mono text-[0.85rem]">1' 2"</code>. A dotted figure tells where it comes from.
      </p>
    </Dialog>
  )
}
