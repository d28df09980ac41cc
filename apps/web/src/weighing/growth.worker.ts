import type { GrowingList } from '@hatch-book/contract'
import * as Comlink from 'comlink'
import type { LongTask } from '../shell/worker'
import { fitAll, type GrownCollection } from './growthOfAll'

const task: LongTask<GrowingList, GrownCollection> = { run: fitAll }
Comlink.expose(task)
