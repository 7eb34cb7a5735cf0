/** Days of a calendar as YYYY-MM-DD: plain dates of the site, no clock and no zone in them. */

const DAY_MS = 86_400_000
const at = (day: string) => Date.parse(`${day}T00:00:00Z`)

export const plus = (day: string, days: number): string => new Date(at(day) + days * DAY_MS).toISOString().slice(0, 10)

/** The Monday of a day's week. */
export const monday = (day: string): string => plus(day, -((new Date(at(day)).getUTCDay() + 6) % 7))

export const week = (day: string): string[] => Array.from({ length: 7 }, (_, i) => plus(monday(day), i))

/** Whole weeks that hold a day's month. */
export function month(day: string): string[][] {
  const first = monday(`${day.slice(0, 7)}-01`)
  const weeks: string[][] = []
  for (let from = first; from.slice(0, 7) <= day.slice(0, 7); from = plus(from, 7)) weeks.push(week(from))
  return weeks
}

/** The first of the month so many months on. */
export function months(day: string, by: number): string {
  const date = new Date(at(`${day.slice(0, 7)}-01`))
  date.setUTCMonth(date.getUTCMonth() + by)
  return date.toISOString().slice(0, 10)
}

/** How many days from one to another. */
export const between = (from: string, to: string): number => Math.round((at(to) - at(from)) / DAY_MS)

/** Where a span of local times lies in some days, in days since the first; null where it lies outside. */
export function span(from: string, to: string | null, first: string, days: number): { from: number; to: number } | null {
  const place = (time: string) => (Date.parse(`${time.slice(0, 16)}:00Z`) - at(first)) / DAY_MS
  const a = Math.max(0, place(from))
  const b = Math.min(days, to === null ? days : place(to))
  return b > a ? { from: a, to: b } : null
}
