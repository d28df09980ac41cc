import { climateApi, MISCHIEFS } from '@hatch-book/contract'
import { Button } from 'antd'
import { useMay, useSession } from '../shell/session'
import { useSendAndSay } from '../shell/useSendAndSay'

/** In the demo: what can be done to a made-up unit or incubator that speaks for itself, to see what the book says. */
export function StandIn({ placeId, speaks, what }: { placeId: string; speaks: boolean; what: string }) {
  const { book } = useSession()
  const may = useMay()
  const sendAndSay = useSendAndSay()
  if (!book.demoDay || !speaks || !may.decide) return null
  return (
    <article className="card small-card below-16" aria-label={`The stand-in ${what}`}>
      <h2>The stand-in {what}</h2>
      <p className="small quiet">
        This {what} is made up for the demo, and sends its own readings. Try a fault:
      </p>
      <div className="row">
        {MISCHIEFS.map((does) => (
          <Button
            key={does}
            size="small"
            onClick={() =>
              void sendAndSay(climateApi.playMischief, { params: { id: placeId }, body: { does } })
            }
          >
            {does}
          </Button>
        ))}
      </div>
    </article>
  )
}
