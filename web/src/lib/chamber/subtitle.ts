/** One line about a chamber. */
import type { ChamberPlan } from '../api/types'

export function subtitle(plan: ChamberPlan): string {
  const parts: string[] = []
  if (plan.occupancy) parts.push(plan.occupancy.name.charAt(0).toLowerCase() + plan.occupancy.name.slice(1))
  if (plan.box) {
    const litres = plan.box.innerLengthM * plan.box.innerWidthM * plan.box.innerHeightM * 1000
    parts.push(litres < 1000 ? `${litres.toFixed(0)} L` : `${(litres / 1000).toFixed(1)} m³`)
  }
  if (plan.standsAt) parts.push(plan.standsAt)
  return parts.join(' · ')
}

/** The day of the occupancy, counting the first as day 1; empty where it has not begun. */
export function sinceStart(plan: ChamberPlan, now = new Date()): string {
  if (!plan.occupancy?.startedOn) return ''
  const day = Math.floor((now.getTime() - new Date(`${plan.occupancy.startedOn}T00:00`).getTime()) / 86_400_000) + 1
  return day >= 1 ? `, day ${day}` : `, from ${plan.occupancy.startedOn}`
}
