<script lang="ts">
  /** What the error of a display did to who lives there, and what the offset moves. */
  import { api, dataOf } from '../api/client'
  import type { CheckView, EffectView } from '../api/types'
  import { prefs } from '../prefs.svelte'
  import { fixed, level } from '../units'
  import { AIR, isOfAir, unitSign } from '../held'
  import { rungName } from '../words'
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

  const levelOf = (value: number, of: string) => (isOfAir(of) ? `${fixed(value, 0)} ${AIR[of].sign}` : level(value, prefs.unit))
</script>

{#if did}
  <details class="effect">
    <summary>What they really had, and what the offset moves</summary>
    <p class="small">
      With the old offset the occupant had {levelOf(did.had.lowest, did.quantity)} to {levelOf(did.had.highest, did.quantity)} over a rehearsed day; the display would have made one believe
      {levelOf(did.believed.lowest, did.quantity)} to {levelOf(did.believed.highest, did.quantity)}. With {offset(follows, digits)} it gets {levelOf(did.gets.lowest, did.quantity)} to
      {levelOf(did.gets.highest, did.quantity)}.
    </p>
    <table class="rows small">
      <thead><tr><th scope="col">Rung</th><th scope="col">on the display</th><th scope="col">really was</th><th scope="col">is then</th></tr></thead>
      <tbody>
        {#each did.rungs as rung (rung.kind + rung.display + rung.night)}
          <tr
            ><td>{rungName(rung)}{rung.night ? ', by night' : ''}</td><td class="mono"
              >{fixed(rung.display, digits)} {unitSign(isOfAir(rung.quantity) ? AIR[rung.quantity].unit : unit)}</td
            ><td class="mono">{levelOf(rung.before, rung.quantity)}</td><td class="mono">{levelOf(rung.after, rung.quantity)}</td></tr
          >
        {/each}
      </tbody>
    </table>
  </details>
{/if}

<style></style>
