import * as Comlink from 'comlink'
import type { LongTask } from '../shell/worker'
import { reckonKin, type KinInput, type KinReckoned } from './reckonKin'

const task: LongTask<KinInput, KinReckoned> = { run: reckonKin }
Comlink.expose(task)
