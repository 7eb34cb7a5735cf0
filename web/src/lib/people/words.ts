/** What levels are called, and what each may do. */
import type { Role } from '../api/types'

export const LEVELS: { role: Role; name: string; may: string }[] = [
  { role: 'OWNER', name: 'owner', may: 'everything, and people, the site and its backups' },
  { role: 'LEAD', name: 'lead', may: 'all settings, the chambers, devices, rules, and the limits for keepers' },
  { role: 'KEEPER', name: 'keeper', may: 'everyday values within the limits, checks, tasks, notes, alarms' },
  { role: 'VISITOR', name: 'visitor', may: 'looks only' },
]

export const levelName = (role: Role) => LEVELS.find((each) => each.role === role)!.name

/** Time zones by their places, and the one without. */
export const timeZones = () => ['UTC', ...Intl.supportedValuesOf('timeZone').filter((each) => each !== 'UTC')]
