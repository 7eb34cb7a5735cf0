<script lang="ts">
  /** Two known points: the slope of the sensor, and the offset that is right where it matters. */
  import { type DisplayUnit, unitSign } from '../held'
  import { untrack } from 'svelte'
  import { api, asTyped, Problem, dataOf } from '../api/client'
  import type { TwoPointAnswer } from '../api/types'
  import NumberField from '../parts/NumberField.svelte'
  import { fixed } from '../units'
  import { apart, offset } from './words'

  let { unit, step, level }: { unit: DisplayUnit; step: number; level: number | null } = $props()
  let low = $state<{ is: number | null; shown: number | null }>({ is: untrack(() => (unit === 'RH' ? 33.1 : unit === 'F' ? 32 : 0)), shown: null })
  let high = $state<{ is: number | null; shown: number | null }>({ is: untrack(() => (unit === 'RH' ? 75.5 : null)), shown: null })
  let rightAt = $state<number | null>(untrack(() => level))
  let answer = $state.raw<TwoPointAnswer | null>(null)
  let trouble = $state('')
  const complete = $derived(low.is !== null && low.shown !== null && high.is !== null && high.shown !== null && rightAt !== null)

  async function ask() {
    try {
      answer = await dataOf(api.post('/calc/two-point', { body: asTyped({ low, high, rightAt, step }) }))
      trouble = ''
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      answer = null
      trouble = failed.detail
    }
  }
</script>

<details>
  <summary>Two known points: when one offset cannot be right everywhere</summary>
  <div class="points">
    <p class="small quiet">What the sensor shows without an offset at two points: ice water and boiling water, two salts, or two levels beside a good reference.</p>
    <div class="row">
      <NumberField label="Lower point is" unit={unitSign(unit)} value={low.is} emptyMeans="" onchange={(value) => (low.is = value)} />
      <NumberField label="and it shows" unit={unitSign(unit)} value={low.shown} emptyMeans="" onchange={(value) => (low.shown = value)} />
      <NumberField label="Upper point is" unit={unitSign(unit)} value={high.is} emptyMeans="" onchange={(value) => (high.is = value)} />
      <NumberField label="and it shows" unit={unitSign(unit)} value={high.shown} emptyMeans="" onchange={(value) => (high.shown = value)} />
      <NumberField label="It must be right at" unit={unitSign(unit)} value={rightAt} emptyMeans="" onchange={(value) => (rightAt = value)} />
      <button class="button" disabled={!complete} onclick={ask}>Work it out</button>
    </div>
    {#if trouble}<p class="error" role="alert">{trouble}</p>{/if}
    {#if answer}
      <p role="status">
        Slope {fixed(answer.gain, 3)}. For {fixed(rightAt ?? 0, 1)}
        {unitSign(unit)} the offset is <b class="mono">{offset(answer.offset, 2)}</b>; then the display is {apart(Math.abs(answer.leftLow), unit)} too {answer.leftLow < 0
          ? 'low'
          : 'high'} at the lower point and {apart(Math.abs(answer.leftHigh), unit)} too {answer.leftHigh < 0 ? 'low' : 'high'} at the upper. A device that takes a slope: {fixed(
          answer.gain,
          3,
        )} and a shift of {offset(answer.shift, 2)}.
      </p>
    {/if}
  </div>
</details>

<style>
  .points {
    display: grid;
    gap: 8px;
  }
</style>
