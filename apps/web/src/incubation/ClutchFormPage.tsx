import { ClutchDraft, incubationApi } from '@hatch-book/contract'
import { CLUTCH_KINDS, type ClutchKind } from '@hatch-book/core'
import { InputNumber } from 'antd'
import { useState } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import { ContractForm } from '../parts/form/ContractForm'
import { FormActions } from '../parts/form/FormActions'
import { MomentField, NumberField, OwnField, PickField, QuantityField, TextField } from '../parts/form/fields'
import { useContractForm } from '../parts/form/useContractForm'
import { animalOption } from '../parts/identityWords'
import { send } from '../shell/api'
import { useFigures } from '../shell/figures'
import { rememberWritten } from '../shell/log'
import { useAnimals, useClutches, usePairings, usePlaces, useProtocols } from '../shell/queries'
import { useSession } from '../shell/session'
import { useGoOn } from '../shell/useGoOn'
import { BoxAndMethod } from './BoxAndMethod'
import {
  clutchBody,
  clutchFrom,
  freshEggs,
  MOST_EGGS,
  type ClutchScene,
  type ClutchWriting,
} from './clutchWriting'
import { CountedFields } from './CountedFields'
import { EggGrid } from './EggGrid'
import { LitterFields } from './LitterFields'
import { pairingOptions } from './pairingOptions'
import { NotYet } from '../parts/NotYet'
import { useNotices } from '../shell/notices'

const isKind = (text: string | null): text is ClutchKind => CLUTCH_KINDS.includes(text as ClutchKind)

/** A clutch of any kind as it is found: when, whose, how many, each as it looks, into which box and by which method. */
export function ClutchFormPage() {
  const pairingsAsked = usePairings()
  const { data: pairings } = pairingsAsked
  const animalsAsked = useAnimals()
  const { data: animals } = animalsAsked
  const placesAsked = usePlaces()
  const { data: places } = placesAsked
  const clutchesAsked = useClutches()
  const { data: clutches } = clutchesAsked
  const protocolsAsked = useProtocols()
  const { data: protocols } = protocolsAsked
  const [fresh] = useState(() => freshEggs(MOST_EGGS))
  if (!pairings || !animals || !places || !clutches || !protocols)
    return <NotYet of={[pairingsAsked, animalsAsked, placesAsked, clutchesAsked, protocolsAsked]} page />
  return <ClutchForm scene={{ pairings, animals, places, clutches, protocols, fresh }} />
}

function ClutchForm({ scene }: { scene: ClutchScene }) {
  const [params] = useSearchParams()
  const { now } = useSession()
  const figures = useFigures()
  const notification = useNotices()
  const navigate = useNavigate()
  const goOn = useGoOn()
  const asked = params.get('kind')
  const begin: ClutchWriting = {
    ...{ pairingId: params.get('pairing'), damId: params.get('dam'), kind: isKind(asked) ? asked : null },
    ...{ foundAt: now, hours: 12, method: null, boxId: null },
    ...{ eggs: null, counted: null, litter: null, damGrams: '', note: '' },
  }
  const form = useContractForm({
    begin,
    schema: ClutchDraft,
    body: (writing) => clutchBody(writing, scene, figures),
    send: async (body) => {
      const { id, entryId, foundAt, kind } = body
      const { clutch } = await send(incubationApi.found, { body }, ({ clutch: kept }) =>
        rememberWritten(
          [
            {
              ...{ id: entryId, kind: 'clutch found', subject: { type: 'clutch', id }, at: foundAt },
              payload: { eggs: kept.counted?.count ?? kept.eggs.length },
            },
          ],
          `clutch ${kept.name}`,
        ),
      )
      const young = body.litter?.live.length ?? 0
      notification.success({
        title:
          kind === 'litter'
            ? `${clutch.name}: ${young} young are in the book`
            : `${clutch.name}: ${clutch.counted?.count ?? clutch.eggs.length} eggs are set`,
        description: 'Ctrl+Z takes it back.',
      })
      goOn(`/incubation/${id}`)
    },
    fieldOf: (field) => (field === 'laidTo' || field === 'laidFrom' ? 'hours' : field),
    keepAs: 'new clutch',
  })
  const { refused } = form
  const found = clutchFrom(form.draft, scene)
  const { pairing, kind, isSingly, eggs, counted, litter, methods, boxes } = found
  const isLitter = kind === 'litter'
  const resize = (count: number) =>
    form.change({
      eggs: count <= eggs.length ? eggs.slice(0, count) : [...eggs, ...freshEggs(count - eggs.length)],
    })
  return (
    <section className="page upto-1000">
      <h1>{isLitter ? 'Young are born' : 'A clutch is found'}</h1>
      <ContractForm
        of={form}
        label={isLitter ? 'Young are born' : 'A clutch is found'}
        className="above-16"
        actions={
          <FormActions
            of={form}
            save={
              isSingly ? `Set ${eggs.length} eggs` : isLitter ? `${litter.live.length} are born` : 'Set eggs'
            }
            onCancel={() => void navigate(-1)}
            large
          />
        }
      >
        <div className="columns list-left">
          <div>
            <PickField
              name="pairingId"
              label="Pairing"
              clear
              placeholder="none: found without a known pairing"
              options={pairingOptions(scene.pairings)}
            />
            {!pairing && (
              <PickField
                name="damId"
                label="Dam"
                needed="choose the pairing or the dam"
                options={scene.animals
                  .filter((a) => a.sex !== 'male' && a.presence === 'here')
                  .map((a) => animalOption(a))}
              />
            )}
            <PickField
              name="kind"
              label="It comes as"
              proposed={kind}
              options={CLUTCH_KINDS.map((k) => ({ value: k, label: k }))}
            />
            <MomentField name="foundAt" label="Found" />
            <NumberField
              name="hours"
              label="Last looked, and nothing there, hours before"
              min={0}
              max={24 * 60}
              width={100}
              hint={
                isLitter
                  ? 'They were born between then and when you found them.'
                  : 'They were laid between then and when you found them. The longer that is, the wider the hatch window.'
              }
            />
            {!isLitter && (
              <BoxAndMethod
                {...{ boxes, methods, boxId: found.boxId, method: found.method }}
                says={refused?.says('method')}
              />
            )}
          </div>
          <div>
            {isSingly && (
              <>
                <div className="field">
                  <label htmlFor="count">Eggs</label>
                  <InputNumber
                    id="count"
                    min={1}
                    max={MOST_EGGS}
                    value={eggs.length}
                    onChange={(n) => resize(n ?? 1)}
                  />
                  {refused?.says('eggs') && <span className="says">{refused.says('eggs')}</span>}
                </div>
                <OwnField name="eggs" proposed={eggs}>
                  <EggGrid error={refused} />
                </OwnField>
              </>
            )}
            {!isSingly && !isLitter && (
              <OwnField name="counted" proposed={counted}>
                <CountedFields />
              </OwnField>
            )}
            {isLitter && (
              <OwnField name="litter" proposed={litter}>
                <LitterFields youngOf={found.youngOf} />
              </OwnField>
            )}
            <QuantityField name="damGrams" label="The mother weighs now" of="mass" width={140} />
            <TextField name="note" label="Note" most={400} />
          </div>
        </div>
        {refused?.problem.fields?.length !== undefined &&
          refused.problem.fields.length > 0 &&
          form.fault === '' && (
            <p className="note bad" role="alert">
              Not set yet: {refused.problem.fields.map((f) => f.says).join('; ')}. What you wrote is still
              here.
            </p>
          )}
      </ContractForm>
    </section>
  )
}
