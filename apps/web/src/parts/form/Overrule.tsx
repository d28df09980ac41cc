import { TextField } from './fields'

/** What speaks against what a form would do, and the reason that a keeper has to do it all the same. */
export function Overrule({
  against,
  why,
  savedWith,
  most,
}: {
  /** Nothing where nothing speaks against it. */
  against: string
  /** The question, such as 'Why pair them anyway?' */
  why: string
  /** What the reason is saved with, such as 'the pairing'. */
  savedWith: string
  most: number
}) {
  if (against === '') return null
  return (
    <div className="note bad" role="alert">
      <p>{against}</p>
      <TextField
        name="despite"
        label={why}
        most={most}
        needed={`Give a reason. It is saved with ${savedWith}.`}
      />
    </div>
  )
}
