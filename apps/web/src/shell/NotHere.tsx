import { Link } from 'react-router'

export function NotHere() {
  return (
    <section className="page">
      <h1>There is no such page</h1>
      <p>
        The address may be old. <Link to="/animals">Go to the animals</Link>.
      </p>
    </section>
  )
}
