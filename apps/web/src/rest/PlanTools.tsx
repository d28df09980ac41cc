import { livesHere } from '@hatch-book/core'
import { restApi, newId, type RestBook } from '@hatch-book/contract'
import { DatePicker, Popconfirm, Select } from 'antd'
import { animalOption } from '../parts/identityWords'
import dayjs from 'dayjs'
import { send, wordsOf } from '../shell/api'
import { useAnimals } from '../shell/queries'
import { useNotices } from '../shell/notices'

/** What may still be changed of a plan: the day it is reckoned from, who belongs to it, whether it stands. */
export function PlanTools({ book }: { book: RestBook }) {
  const { data: animals } = useAnimals()
  const notification = useNotices()
  const plan = book.plan!
  const inPlan = new Set(book.rests.map((r) => r.animalId))
  const change = async (what: object) => {
    try {
      await send(restApi.changePlan, {
        params: { id: plan.id },
        body: { version: plan.version, ...what },
      })
    } catch (e) {
      const description = wordsOf(e)
      notification.error({ title: 'Not changed', description, key: 'rest' })
    }
  }
  return (
    <div className="row small at-middle gap-16 flush above-12 below-4">
      <span>
        <label htmlFor="plan-day">
          {plan.anchor.kind === 'pairing'
            ? 'pair on'
            : plan.anchor.kind === 'first signs'
              ? 'first signs on'
              : 'begins on'}
        </label>{' '}
        <DatePicker
          id="plan-day"
          size="small"
          allowClear={false}
          value={dayjs(plan.anchor.day)}
          onChange={(d: dayjs.Dayjs | null) =>
            d && void change({ anchor: { kind: plan.anchor.kind, day: d.format('YYYY-MM-DD') } })
          }
        />
      </span>
      <span>
        <label htmlFor="plan-add">one more</label>{' '}
        <Select
          id="plan-add"
          size="small"
          showSearch={{ optionFilterProp: 'label' }}
          value={null}
          placeholder="tag"
          className="w-190"
          options={(animals ?? [])
            .filter((a) => livesHere(a.presence) && !inPlan.has(a.id))
            .map((a) => animalOption(a, [a.species]))}
          onChange={(animalId: string | null) =>
            animalId && void change({ add: [{ id: newId(), animalId }] })
          }
        />
      </span>
      <Popconfirm
        title="Give this plan up?"
        description="What was written in the log stays there."
        okText="Give it up"
        cancelText="Keep it"
        onConfirm={() => void change({ withdrawn: true })}
      >
        <button type="button" className="plain">
          give this plan up
        </button>
      </Popconfirm>
    </div>
  )
}
