/** Tasks, stages and conflicts in words. */
import type { ConflictView, TaskCode, TaskView } from '../api/types'

const TITLES: Record<TaskCode, string> = {
  STAGE_BEGINS: 'begins: change the settings',
  TURNING_STOPS: 'Turner off',
  LID_STAYS_SHUT: 'From here the lid stays shut',
  FIRST_EXPECTED: 'The first may come',
  LAST_EXPECTED: 'The last may come until now',
  ENDS: 'Batch ends',
  WEIGH: 'Weigh',
  CANDLE: 'Candle',
  MIST: 'Mist',
  TOP_UP: 'Top up the water',
  CHECK_TRAYS: 'Look for trays that are evenly up',
  WATER_CHANGE: 'Change a part of the water',
  AIR: 'Let fresh air in',
  CALIBRATE: 'Check the display against a reference',
  SPARE_PARTS: 'Look through the spare parts',
  TEST_ALARMS: 'Try the alarms',
  TEST_BACKUP: 'Restore a backup to try it',
  SHUT_DOWN: 'Shut down',
  OWN: 'Task',
}

export function titleOf(task: Pick<TaskView, 'code' | 'stage' | 'title'>): string {
  if (task.title) return task.title
  return task.code === 'STAGE_BEGINS' ? `${task.stage ?? 'Stage'} ${TITLES.STAGE_BEGINS}` : TITLES[task.code]
}

export const OVER: Record<ConflictView['over'], string> = {
  TEMPERATURE: 'no temperature suits both',
  HUMIDITY: 'no humidity suits both',
  TURNING: 'one is turned, the other must lie still',
  LIGHT: 'they want different hours of light',
  FRESH_AIR: 'they want different amounts of fresh air',
  LID: 'the lid of one must stay shut while the other is opened',
}

/** A clock time without a zone, as people there say it. */
export function local(at: string, style: 'day' | 'minute' | 'time' | 'weekday' = 'minute'): string {
  const options: Record<string, Intl.DateTimeFormatOptions> = {
    day: { day: 'numeric', month: 'short' },
    weekday: { weekday: 'short', day: 'numeric', month: 'short' },
    minute: { weekday: 'short', day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' },
    time: { hour: '2-digit', minute: '2-digit' },
  }
  return new Intl.DateTimeFormat('en-GB', { ...options[style], timeZone: 'UTC' }).format(new Date(`${at.slice(0, 16)}:00Z`))
}

/** How far a day is away, in words. */
export function away(due: string, now: string): string {
  const days = Math.round((Date.parse(`${due.slice(0, 10)}T00:00Z`) - Date.parse(`${now.slice(0, 10)}T00:00Z`)) / 86_400_000)
  if (days === 0) return 'today'
  if (days === 1) return 'tomorrow'
  if (days === -1) return 'yesterday'
  return days > 0 ? `in ${days} days` : `${-days} days ago`
}

export const CHANGES = {
  moved: (from: string | null, to: string | null) => (from === null ? `new, ${local(to!)}` : to === null ? 'falls away' : `${local(from)} → ${local(to)}`),
}

/** How often a task of somebody's own can come again. */
export const REPEATS: { words: string; everyDays: number | null }[] = [
  { words: 'once', everyDays: null },
  { words: 'four times a day', everyDays: 1 / 4 },
  { words: 'three times a day', everyDays: 1 / 3 },
  { words: 'twice a day', everyDays: 1 / 2 },
  { words: 'every day', everyDays: 1 },
  { words: 'every week', everyDays: 7 },
]

export const repeatOf = (everyDays: number) => REPEATS.find((each) => each.everyDays !== null && Math.abs(each.everyDays - everyDays) < 1e-6)?.words ?? `every ${everyDays} days`
