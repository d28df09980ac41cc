import { useState } from 'react'
import { GeneSetEditor } from './GeneSetEditor'
import { GeneAnimals } from './GeneAnimals'
import { PairingHead } from './PairingHead'
import { Proving } from './Proving'
import { useScene } from './queries'

/** The genes of a species, what each animal is believed to have, and how to find out more. */
export function GenesPage() {
  const scene = useScene()
  const [proving, setProving] = useState<{ animalId: string; trait: string } | null>(null)
  return (
    <section className="page">
      <PairingHead title="Genes" ofSpecies />
      {scene && (
        <>
          {scene.conflicts.map((c) => (
            <p key={c.id + c.says} className="note bad" role="alert">
              <strong className="tag">{c.tag}</strong>: {c.says}.
            </p>
          ))}
          <div className="columns wider-left">
            <GeneAnimals
              key={scene.protocolId}
              scene={scene}
              onProve={(animalId, trait) => setProving({ animalId, trait })}
            />
            <div>
              {proving && (
                <Proving
                  key={proving.animalId + proving.trait}
                  scene={scene}
                  {...proving}
                  onClose={() => setProving(null)}
                />
              )}
              <GeneSetEditor key={scene.protocolId} scene={scene} />
            </div>
          </div>
        </>
      )}
    </section>
  )
}
