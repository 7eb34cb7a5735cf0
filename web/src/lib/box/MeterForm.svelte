<script lang="ts">
  /** A plug-in energy meter corrects what the walls are taken to lose. */
  import { api, asTyped, Problem, dataOf } from '../api/client'
  import { fieldErrors } from '../chamber/draft'
  import type { ChamberDraft } from '../chamber/draft.svelte'
  import NumberField from '../parts/NumberField.svelte'
  import { fixed } from '../units'

  let { draft, disabled }: { draft: ChamberDraft; disabled: boolean } = $props()
  let energyKWh = $state<number | null>(null)
  let hours = $state<number | null>(24)
  let insideMeanC = $state<number | null>(null)
  let roomMeanC = $state<number | null>(null)
  let errors = $state.raw<Record<string, string>>({})
  let said = $state('')

  async function correct() {
    try {
      const answer = await dataOf(
        api.post('/calc/loss-factor', {
          body: asTyped({
            chamber: $state.snapshot(draft.plan),
            energyKWh,
            hours,
            insideMeanC,
            roomMeanC,
          }),
        }),
      )
      draft.checkpoint('correcting the walls by the meter')
      draft.plan.box!.lossFactor = Number(answer.lossFactor.toFixed(2))
      draft.replan()
      errors = {}
      said = `${fixed(answer.meanW, 1)} W on average: the walls lose ${fixed(answer.lossFactor, 2)} times what they should.`
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      errors = fieldErrors(failed.errors)
      said = failed.errors.length ? '' : failed.detail
    }
  }
</script>

<details class="small">
  <summary>Correct it by a plug-in energy meter</summary>
  <fieldset class="form" {disabled}>
    <legend class="sr-only">Energy meter</legend>
    <p class="quiet">Everything through the meter, box steady and closed, a day or more.</p>
    <div class="row">
      <NumberField label="It counted" unit="kWh" digits={3} value={energyKWh} error={errors['energyKWh'] ?? null} onchange={(value) => (energyKWh = value)} emptyMeans="" />
      <NumberField label="in" unit="h" value={hours} error={errors['hours'] ?? null} onchange={(value) => (hours = value)} emptyMeans="" />
      <NumberField label="Mean inside" kind="level" value={insideMeanC} error={errors['insideMeanC'] ?? null} onchange={(value) => (insideMeanC = value)} emptyMeans="" />
      <NumberField label="Mean of the room" kind="level" value={roomMeanC} error={errors['roomMeanC'] ?? null} onchange={(value) => (roomMeanC = value)} emptyMeans="" />
    </div>
    <button class="button" onclick={correct}>Correct the walls</button>
    <p role="status">{said}</p>
  </fieldset>
</details>
