import { Link } from 'react-router'
import { useProtocols } from '../shell/queries'

/** Protocols that cannot be reckoned with, and how many animals are left out for it: nobody is missed without a word. */
export function BrokenProtocols() {
  const { data } = useProtocols()
  const broken = data?.filter((p) => p.fault !== null) ?? []
  return broken.map((p) => (
    <p key={p.id} className="note bad" role="alert">
      <strong>■ {p.fault![0]!.toUpperCase() + p.fault!.slice(1)}.</strong>{' '}
      {p.animals > 0 &&
        `${p.animals === 1 ? 'One animal' : `${p.animals} animals`} and whatever is theirs ${p.animals === 1 ? 'is' : 'are'} left out of every room until it is put right. `}
      <Link to={`/protocols/${p.id}`}>Fix it</Link>
    </p>
  ))
}
