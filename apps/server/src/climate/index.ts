export { readAlarms, warnOfDanger, watchOver } from './alarms'
export { readSetPoints } from './dials'
export { issueProbe } from './probeTokens'
export {
  onLog,
  readMeans,
  readReadings,
  rebuildHours,
  tellOfEarlier,
  writeReadings,
  type ProbeRead,
} from './readings'
