import { Dialog } from './Dialog'

const KEYS = [
  ['Ctrl+K', 'find an animal, a clutch, a cohort or a colony'],
  ['/', 'the slate: write as on a card, such as c15 84g'],
  ['Ctrl+Z', 'take back what you wrote last'],
  ['L', 'red lamp on and off'],
  ['?', 'this list'],
  ['Esc', 'close what lies on top'],
  ['Enter', 'save the form you are in'],
  [
    'Space  R  O  W  S  D  H  N  K  Z',
    'in the Round: done as usual, refused, offered, weight, shed, droppings, check, note, skip, take back',
  ],
  ['T  F  M', 'in the Round, where one of them is due: timer set, new one fitted, food made'],
  ['Space  1 … 9  N  A', 'in a check: well, what is found, not looked at, all the rest is well'],
  ['0 … 9', 'in the Round: a weight, typed straight in'],
  ['A  R  S  W', 'on the Ladder: ate, refused, shed, weigh the animal that is open'],
  ['I  C  K  P  X  N', 'in Pairings: introduced, courted, locked, separated, attacked, ignored'],
  [
    'G  F  D  M  X  P',
    'in Incubation: good, infertile, dented, mouldy, dead, pipped, for the egg that is picked',
  ],
] as const

export function Shortcuts({ open, onClose }: { open: boolean; onClose(): void }) {
  return (
    <Dialog title="Keys" open={open} onCancel={onClose} footer={null}>
      <table className="plain-table">
        <tbody>
          {KEYS.map(([key, does]) => (
            <tr key={does}>
              <td className="nowrap">
                <kbd>{key}</kbd>
              </td>
              <td>{does}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Dialog>
  )
}
