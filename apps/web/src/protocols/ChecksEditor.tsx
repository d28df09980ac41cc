import { CHECK_OCCASIONS, knownParts, type BodyPlan } from '@hatch-book/core'
import { Button } from 'antd'
import { namesOf, single, wordsOf, type Editing } from './editing'
import { Choice, InStages, Numbers, OneOfList, Words, type One } from './oneOfList'

const [EVERY_SO_OFTEN, ...EVENTS] = CHECK_OCCASIONS
const COUNTS_FOR: readonly string[] = EVENTS.filter((when) => when.startsWith('before'))

/** What is looked over of a species, when, and the signs that its keeper looks for besides. */
export function ChecksEditor({ plan, ...editing }: Editing & { plan: BodyPlan }) {
  const { figures, editable, onSet } = editing
  const checks = namesOf(figures, 'check')
  const signs = namesOf(figures, 'check.sign')
  const next = `check.${checks.length + 1}`
  const nextSign = `check.sign.${signs.length + 1}`
  const known = knownParts(plan).map(({ part }) => part)
  return (
    <>
      <p className="quiet">
        Parts that are known here: {known.join(', ')}. Write all for the whole body, or name some, with
        commas. A part with another name is looked at too.
      </p>
      {checks.map((name, i) => (
        <Check key={i} {...editing} at={`check.${i + 1}`} name={name} fresh="New check" />
      ))}
      {editable && (
        <Button
          onClick={() =>
            onSet({
              [`${next}.name`]: single(''),
              [`${next}.when`]: single(EVERY_SO_OFTEN),
              [`${next}.everyDays`]: single(30),
              [`${next}.parts`]: single('all'),
            })
          }
        >
          Add check
        </Button>
      )}
      <h3 className="above-24">Signs of your own</h3>
      {signs.length === 0 && <p className="quiet">None yet: each part has its usual signs.</p>}
      {signs.map((name, i) => (
        <Sign key={i} {...editing} at={`check.sign.${i + 1}`} name={name} fresh="New sign" />
      ))}
      {editable && (
        <Button
          onClick={() =>
            onSet({ [`${nextSign}.name`]: single(''), [`${nextSign}.part`]: single(known.at(-1) ?? '') })
          }
        >
          Add sign
        </Button>
      )}
    </>
  )
}

function Check(of: One) {
  const when = wordsOf(of.figures, `${of.at}.when`) || EVERY_SO_OFTEN
  return (
    <OneOfList of={of} stops>
      <Words of={of} what="name" label="Name" />
      <Choice of={of} what="when" label="When" />
      {when === EVERY_SO_OFTEN && <Numbers of={of} what="everyDays" label="Days between" ranged />}
      {COUNTS_FOR.includes(when) && <Numbers of={of} what="goodDays" label="Days it counts for" />}
      <Words of={of} what="parts" label="What is looked at" />
      <InStages of={of} />
    </OneOfList>
  )
}

function Sign(of: One) {
  return (
    <OneOfList of={of}>
      <Words of={of} what="name" label="What is seen" />
      <Words of={of} what="part" label="At which part" />
      <Words of={of} what="means" label="What it may mean" />
      <Words of={of} what="today" label="What to do today" />
      <Words of={of} what="vet" label="When to see a vet" />
    </OneOfList>
  )
}
