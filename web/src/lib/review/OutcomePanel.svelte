<script lang="ts">
  /** What came of the batches of a chamber, side by side, with how much is known of it. */
  import { onMount } from 'svelte'
  import { api, dataOf } from '../api/client'
  import type { OutcomesView } from '../api/types'
  import { Work } from '../parts/work.svelte'
  import { fixed } from '../units'
  import { when } from '../when'
  import { prefs } from '../prefs.svelte'
  import { levelOf } from './words'
  import { among, besides, listed } from './outcome'
  import Trouble from '../parts/Trouble.svelte'

  let { chamberId }: { chamberId: string } = $props()
  const work = new Work()
  let found = $state.raw<OutcomesView | null>(null)
  const harvests = $derived(found?.batches.some((each) => each.harvestedG !== null) ?? false)
  const losses = $derived(found?.batches.some((each) => each.weightLossPct !== null) ?? false)
  onMount(() => void work.run(async () => void (found = await dataOf(api.get('/chambers/{chamberId}/outcomes', { params: { path: { chamberId } } })))))
</script>

<section aria-labelledby="outcome-title">
  <h2 id="outcome-title">What came of it</h2>
  <Trouble of={work.trouble} />
  {#if found && found.batches.length === 0}
    <p class="quiet">No batch was in here yet. Put one in on <a href="/chambers/{chamberId}/run#plan">Run</a>, and write down in its log what was taken out, died or hatched.</p>
  {:else if found}
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <div class="wide" role="region" aria-label="Batches" tabindex="0">
      <table class="found">
        <thead>
          <tr
            ><th scope="col">Batch</th><th scope="col">Set</th><th scope="col">Taken out</th><th scope="col">Died</th><th scope="col">Hatched or up</th><th scope="col"
              >Of those set</th
            ><th scope="col">Of those left in</th><th scope="col">Days to first, last</th>{#if harvests}<th scope="col">Harvested</th>{/if}{#if losses}<th scope="col"
                >Weight lost</th
              >{/if}<th scope="col">Climate, on the mean</th></tr
          >
        </thead>
        <tbody>
          {#each found.batches as each (each.batchId)}
            <tr>
              <th scope="row"
                >{each.name}<span class="small quiet">{each.guide}, {when(each.startsAt, 'day')}{each.endedAt ? ` to ${when(each.endedAt, 'day')}` : ', still in'}</span><a
                  class="small"
                  href="/chambers/{chamberId}/next-time/{each.batchId}">Next time</a
                ></th
              >
              <td class="mono">{each.set}</td>
              <td class="mono">{each.takenOut}</td>
              <td class="mono">{each.died}</td>
              <td class="mono">{each.hatched}</td>
              {#if each.open < 0}
                <td colspan="2" class="error">More was written down than was set: {-each.open} too many. Correct the log.</td>
              {:else if !each.ofSet}
                <td colspan="2" class="quiet">{each.open} still open</td>
              {:else}
                <td class="mono">{among(each.ofSet)}</td>
                <td class="mono">
                  {#if each.ofFertile}{each.ofFertile.share >= found.goodShare ? '■' : '▲'}
                    {among(each.ofFertile)}
                    {#if each.besideBest}<span class="small">{besides(each.besideBest)}</span>{/if}
                  {:else}none left in{/if}
                </td>
              {/if}
              <td class="mono"
                >{each.daysToFirst === null || each.daysToLast === null ? '' : `${fixed(each.daysToFirst, 1)}, ${fixed(each.daysToLast, 1)}`}{each.endedAt && each.open > 0
                  ? `${each.daysToFirst === null ? '' : '; '}of ${each.open} nothing is written down`
                  : ''}</td
              >
              {#if harvests}<td class="mono">{each.harvestedG === null ? '' : `${fixed(each.harvestedG, 0)} g`}</td>{/if}
              {#if losses}<td class="mono">{each.weightLossPct === null ? '' : `${fixed(each.weightLossPct, 1)} %`}</td>{/if}
              <td class="small">
                {#each each.means as mean (mean.series)}<span
                    >{mean.series} {levelOf(mean.mean, mean.unit, prefs.unit)}{mean.knownShare < 0.9 ? ` (${fixed(100 * mean.knownShare, 0)} % of the time)` : ''}</span
                  >{:else}not measured{/each}
              </td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    <p class="small quiet">
      {#if found.batches.some((each) => each.ofSet)}
        In brackets: between what the true share may be, in 19 of 20 cases (Wilson). ■ {fixed(100 * found.goodShare, 0)} % or more of those left in is good for a first test hatch.
      {/if}
      {#if found.batches.length > 1}
        {#if !found.enough}Of {found.batches.length} batches nobody can say what made the difference.
        {:else if found.differIn.length > 0}They differ in {listed(found.differIn)} at once: which of these it was cannot be told.{/if}
      {/if}
    </p>
  {/if}
</section>

<style>
  section {
    padding-top: 22px;
  }

  th span,
  td span {
    display: block;
  }
</style>
