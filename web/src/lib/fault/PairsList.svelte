<script lang="ts">
  /** How many single faults and how many pairs it survives, and the pairs that harm. */
  import type { FaultAnswer } from '../api/types'
  import { prefs } from '../prefs.svelte'
  import { timeLeft } from '../units'
  import { nameOf } from './words'

  let { pairs }: { pairs: FaultAnswer['pairs'] } = $props()
  const more = $derived(pairs.doubles - pairs.doublesSurvived - pairs.lost.length)
</script>

<section class="headed">
  <h2>One fault, two faults</h2>
  <p>
    It survives <b>{pairs.singlesSurvived} of {pairs.singles}</b> single faults{#if pairs.doubles > 0}, and <b>{pairs.doublesSurvived} of {pairs.doubles}</b> pairs: a fault it survives
      alone, while a thermostat, a cut-out or an alarm had failed before and nobody noticed{/if}.
  </p>
  {#if pairs.doubles === 0}
    <p class="small quiet">Nothing here backs up anything else, so there is no protection that could have failed unnoticed.</p>
  {/if}
  {#if pairs.lost.length > 0}
    <table class="rows">
      <thead><tr><th scope="col">What breaks</th><th scope="col">while this had failed before</th><th scope="col">Harm in</th></tr></thead>
      <tbody>
        {#each pairs.lost as pair (pair.first.id + pair.hidden.id)}
          <tr>
            <th scope="row">{nameOf(pair.first, prefs.unit)}</th>
            <td>{nameOf(pair.hidden, prefs.unit)}</td>
            <td class="mono" data-label="harm in">{pair.harmS === null ? '—' : timeLeft(pair.harmS)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    {#if more > 0}<p class="small quiet">And {more} more.</p>{/if}
    <p class="small">Test thermostats, cut-outs and alarms before each batch: one that has failed is found in no other way.</p>
  {/if}
</section>
