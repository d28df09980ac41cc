import { Archive } from './Archive'
import { BookHead } from './BookHead'

/** What goes out of the book and comes in, as files. */
export function FilesPage() {
  return (
    <section className="page">
      <BookHead title="In and out" />
      <Archive />
    </section>
  )
}
