import { Changes } from '../parts/History'
import { PageHead } from '../parts/PageHead'

/** What plans and identities have been: every change of the book, newest first. */
export function ChangesPage() {
  return (
    <section className="page upto-900">
      <PageHead title="What was changed" />
      <p className="quiet">
        Plans, places and what is known of an animal may change; each change stays here, and can be set back
        as long as nobody changed the same again.
      </p>
      <Changes />
    </section>
  )
}
