<script lang="ts">
  /** Says which danger limits decide here though no published source gives them. */
  import { api, dataOf, Problem } from '../api/client'
  import type { Guide, OccupancyPlan } from '../api/types'
  import { prefs } from '../prefs.svelte'
  import { sayLevel } from '../danger'
  import { duration } from '../units'
  import { GRADE_NAMES } from '../words'
  import { unvouched } from './unvouched'

  let { occupancy }: { occupancy: OccupancyPlan } = $props()
  let guides = $state.raw<Guide[]>([])

  $effect(() => {
    let wanted = true
    void (async () => {
      try {
        const views = await dataOf(api.get('/guides'))
        if (wanted) guides = views.map((each) => each.guide)
      } catch (problem) {
        if (!(problem instanceof Problem)) throw problem
      }
    })()
    return () => (wanted = false)
  })
  const limits = $derived(unvouched(occupancy, guides))
</script>

{#if limits.length > 0}
  <p class="small quiet">
    No published source gives {limits.length === 1 ? 'this danger limit' : 'these danger limits'}:
    {limits.map((each) => `${sayLevel(each, prefs.unit)} for ${duration(each.durationS)} (${GRADE_NAMES[each.grade]})`).join(', ')}. Judge by your own experience.
  </p>
{/if}
