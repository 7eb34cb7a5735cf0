/** Stages on a strip: plain functions, tested beside. */
import type { ContentsPlan, Guide, OccupancyPlan, School, Stage } from '../api/types'

export interface Segment {
  stage: Stage
  /** Days since the start; the last of an open-ended school has no end. */
  fromDay: number
  toDay: number | null
  /** Share of the strip, 0 to 1. */
  share: number
}

/** An open-ended stage takes at least this share of the strip, and no stage less than the other. */
const OPEN_SHARE = 0.4
const LEAST_SHARE = 0.14

export function segmentsOf(school: School): Segment[] {
  const days = school.stages.map((stage) => stage.durationDays)
  const known = days.reduce<number>((sum, each) => sum + (each ?? 0), 0)
  const open = days.filter((each) => each === null).length
  const raw = days.map((each) => {
    if (each === null) return known > 0 ? OPEN_SHARE / open : 1 / days.length
    return (each / known) * (open > 0 ? 1 - OPEN_SHARE : 1)
  })
  const widened = raw.map((share) => Math.max(LEAST_SHARE, share))
  const sum = widened.reduce((total, share) => total + share, 0)
  let day = 0
  return school.stages.map((stage, index) => {
    const fromDay = day
    if (stage.durationDays !== null) day += stage.durationDays
    return { stage, fromDay, toDay: stage.durationDays === null ? null : day, share: widened[index]! / sum }
  })
}

/** A day begins at seven and has fourteen hours of light where nobody says otherwise. */
const MORNING = 7
const USUAL_LIGHT = 14

/** What it asks by night; null where the night asks nothing else. Hours that were said stay. */
function nightOf(stage: Stage, now: OccupancyPlan | null): OccupancyPlan['night'] {
  if (!stage.nightTemperatureC && !stage.nightHumidityPct) return null
  const warmth = stage.nightTemperatureC ?? stage.temperatureC
  return {
    keepLowC: warmth.low,
    keepHighC: warmth.high,
    keepHumidityLowPct: stage.nightHumidityPct?.low ?? null,
    keepHumidityHighPct: stage.nightHumidityPct?.high ?? null,
    keepCarbonDioxideLowPpm: null,
    keepCarbonDioxideHighPpm: null,
    fromHour: now?.night?.fromHour ?? (MORNING + (stage.lightHours?.value ?? USUAL_LIGHT)) % 24,
    toHour: now?.night?.toHour ?? MORNING,
  }
}

/** What a stage asks of a chamber; what is the chamber's own stays as it is. */
export function needsOf(guide: Guide, school: School, stage: Stage, now: OccupancyPlan | null, night = false): OccupancyPlan {
  const warmth = (night && stage.nightTemperatureC) || stage.temperatureC
  const damp = (night && stage.nightHumidityPct) || stage.humidityPct
  return {
    guideId: guide.id,
    schoolId: school.id,
    stageId: stage.id,
    name: guide.name,
    startedOn: now?.startedOn ?? null,
    where: guide.where,
    measured: guide.measured,
    gradientK: now?.gradientK ?? null,
    other: now?.other ?? null,
    keepLowC: warmth.low,
    keepHighC: warmth.high,
    keepHumidityLowPct: damp?.low ?? null,
    keepHumidityHighPct: damp?.high ?? null,
    keepCarbonDioxideLowPpm: stage.carbonDioxidePpm?.low ?? null,
    keepCarbonDioxideHighPpm: stage.carbonDioxidePpm?.high ?? null,
    maxRateKh: stage.maxRateKh?.value ?? null,
    harmLimits: stage.harm.map(({ side, levelC, levelPct, levelPpm, durationS, costs }) => ({
      side,
      levelC: levelC ?? null,
      levelPct: levelPct ?? null,
      levelPpm: levelPpm ?? null,
      durationS,
      costs: costs ?? null,
    })),
    night: night ? null : nightOf(stage, now),
  }
}

type Living = ContentsPlan['living']

/** What lives there in a stage, by the days of its batch; how much of it stays as it was said. */
export function livingOf(guide: Guide, school: School, stage: Stage, now: Living | undefined): Living {
  // A guide that does not know says null.
  const curve = (stage.living ?? guide.living) as Guide['living'] | null
  if (!curve) return null
  const days = segmentsOf(school).find((each) => each.stage.id === stage.id)!
  const firstDay = days.fromDay
  const last = curve.points[curve.points.length - 1]!
  const counted = last.eachG !== null
  return {
    kg: counted ? null : (now?.kg ?? null),
    pieces: counted ? (now?.pieces ?? null) : null,
    firstDay,
    lastDay: days.toDay ?? Math.max(firstDay, last.day),
    points: curve.points,
  }
}

/** Everything that a school of a guide can be judged for: its stages, and their nights where those differ. */
export function judgedFor(guide: Guide, school: School, now: OccupancyPlan | null): { name: string; needs: OccupancyPlan }[] {
  return school.stages.flatMap((stage) => {
    const day = { name: stage.name, needs: needsOf(guide, school, stage, now) }
    if (!stage.nightTemperatureC && !stage.nightHumidityPct) return [day]
    return [
      { ...day, name: `${stage.name}, by day` },
      { name: `${stage.name}, by night`, needs: needsOf(guide, school, stage, now, true) },
    ]
  })
}
