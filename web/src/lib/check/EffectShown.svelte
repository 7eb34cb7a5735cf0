<script lang="ts">
  /** What the error of a display did to who lives there, and what the offset moves. */
  import { api, dataOf } from '../api/client'
  import type { CheckView, EffectView } from '../api/types'
  import { prefs } from '../prefs.svelte'
  import { fixed, level } from '../units'
  import { RUNG_NAMES, unitSign } from '../words'
  import { offset } from './words'

  let { check, follows, digits }: { check: CheckView; /** The offset that follows. */ follows: number; digits: number } = $props()
  let did = $state.raw<EffectView | null>(null)
  const unit = $derived(check.unit)
  const settled = $derived(check.found?.settling.settled ?? false)

  // What the error did is asked once the rows have settled, and again when the offset changes.
  $effect(() => {
    void [check.offset, check.found?.error]
    if (!settled || check.place !== 'PROBE') {
      did = null
      return
    }
    let stale = false
    dataOf(api.get('/chambers/{chamberId}/checks/{id}/effect', { params: { path: { chamberId: check.chamberId, id: check.id } } }))
      .then((told) => {
        if (!stale) did = told
      })
      .catch(() => {
        // A plan that cannot be rehearsed yet: the check does without.
      })
    return () => (stale = true)
  })

  const levelOf = (value: number, humid: boolean) => (humid ? `${fixed(value, 0)} %RH` : level(value, prefs.unit))
</script>

{#if did}
  <details class="effect">
    <summary>What they really had, and what the offset moves</summary>
    <p class="small">
      With the old offset the occupant had {levelOf(did.had.lowest, did.humidity)} to {levelOf(did.had.highest, did.humidity)} over a rehearsed day; the display would have made one believe
      {levelOf(did.believed.lowest, did.humidity)} to {levelOf(did.believed.highest, did.humidity)}. With {offset(follows, digits)} it gets {levelOf(did.gets.lowest, did.humidity)} to
      {levelOf(did.gets.highest, did.humidity)}.
    </p>
    <table class="rows small">
      <thead><tr><th scope="col">Rung</th><th scope="col">on the display</th><th scope="col">really was</th><th scope="col">is then</th></tr></thead>
      <tbody>
        {#each did.rungs as rung (rung.kind + rung.display + rung.night)}
          <tr
            ><td>{RUNG_NAMES[rung.kind]}{rung.night ? ', by night' : ''}</td><td class="mono">{fixed(rung.display, digits)} {unitSign(rung.humidity ? 'RH' : unit)}</td><td
              class="mono">{levelOf(rung.before, rung.humidity)}</td
            ><td class="mono">{levelOf(rung.after, rung.humidity)}</td></tr
          >
        {/each}
      </tbody>
    </table>
  </details>
{/if}

<style></style>
