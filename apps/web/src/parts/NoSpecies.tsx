import { Link } from 'react-router'
import { useProtocols } from '../shell/queries'
import { useMay } from '../shell/session'

/** What comes first in a book that keeps no species yet. */
export function NoSpecies() {
  const { data } = useProtocols()
  const may = useMay()
  if (data?.length !== 0 || !may.decide) return null
  return (
    <p>
      Start here: <Link to="/protocols/library">choose the species you keep</Link>.
    </p>
  )
}
