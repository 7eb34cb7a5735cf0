/** One line about a chamber. */
import type { BoxPlan, ChamberPlan, WardRow } from '../api/types'

/** What a box holds: air up to the lid, or water in a tank. */
export const litresOf = (box: BoxPlan): number => box.innerLengthM * box.innerWidthM * (box.tank?.waterHeightM ?? box.innerHeightM) * 1000

/** A plan as short as a ward's row says it. */
export const glance = (plan: ChamberPlan): Pick<WardRow, 'living' | 'litres' | 'standsAt'> => ({
  living: plan.occupancy,
  litres: plan.box ? litresOf(plan.box) : null,
  standsAt: plan.standsAt,
})

export function subtitle({ living, litres, standsAt }: Pick<WardRow, 'living' | 'litres' | 'standsAt'>): string {
  const parts: string[] = []
  if (living) parts.push(living.name.charAt(0).toLowerCase() + living.name.slice(1))
  if (litres !== null) parts.push(litres < 1000 ? `${litres.toFixed(0)} L` : `${(litres / 1000).toFixed(1)} m³`)
  if (standsAt) parts.push(standsAt)
  return parts.join(' · ')
}

/** The day of the occupancy, counting the first as day 1; empty where it has not begun. */
export function sinceStart(living: { startedOn: string | null } | null, now = new Date()): string {
  if (!living?.startedOn) return ''
  const day = Math.floor((now.getTime() - new Date(`${living.startedOn}T00:00`).getTime()) / 86_400_000) + 1
  return day >= 1 ? `, day ${day}` : `, from ${living.startedOn}`
}
