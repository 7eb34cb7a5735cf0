/** Danger limits of a plan that no published source gives. */
import type { Guide, OccupancyPlan } from '../api/types'
import { keyOf } from '../danger'

type Harm = Guide['schools'][number]['stages'][number]['harm'][number]

/** Limits as the guide has them that are not from a published source; what somebody typed is theirs, and not told. */
export function unvouched(occupancy: OccupancyPlan, guides: Guide[]): Harm[] {
  const guide = guides.find((each) => each.id === occupancy.guideId)
  const school = guide?.schools.find((each) => each.id === occupancy.schoolId)
  const stage = school?.stages.find((each) => each.id === occupancy.stageId)
  const planned = (harm: Harm) => occupancy.harmLimits.some((each) => keyOf(each) === keyOf(harm))
  return (stage?.harm ?? []).filter((harm) => harm.grade !== 'PUBLISHED' && planned(harm))
}
