import { Link } from 'react-router'

/** What stands where a thing was asked for that cannot be shown: why, and where the others of its kind are. */
export function NotInBook({
  title,
  says,
  to,
  others,
}: {
  title: string
  says: string
  to: string
  others: string
}) {
  return (
    <section className="page">
      <h1>{title}</h1>
      <p className="empty above-16">
        {says} <Link to={to}>{others}</Link>
      </p>
    </section>
  )
}
