<script lang="ts">
  /** What a box does, in sentences with numbers, beside the window of heater sizes. */
  import type { ChamberDraft } from '../chamber/draft.svelte'
  import FindingLines from '../parts/FindingLines.svelte'
  import SizeWindow from '../parts/SizeWindow.svelte'
  import { prefs } from '../prefs.svelte'
  import { duration, fixed, level, timeLeft } from '../units'
  import { HEATERS } from '../words'
  import MeterForm from './MeterForm.svelte'

  let { draft, disabled }: { draft: ChamberDraft; disabled: boolean } = $props()
  const id = $props.id()
  const answer = $derived(draft.answer)
  const plan = $derived(draft.plan)
  const dead = $derived(answer?.ladder.rungs.find((rung) => rung.kind === 'HEATER_DEAD_END'))
  const heats = $derived(plan.appliances.some((each) => HEATERS.includes(each.kind)))
  const mine = $derived(answer?.findings.filter((finding) => finding.remedy.step === 'CHAMBER') ?? [])
</script>

<aside class="headed" aria-labelledby="{id}-does">
  <h2 id="{id}-does">What this box does</h2>
  {#if answer}
    <FindingLines findings={mine} />
    {#if heats}
      <SizeWindow sizing={answer.sizing} />
      {#if dead}
        <p>
          A heater that never stops ends at <b class="mono">{level(answer.stuckOn.endC, prefs.unit)}</b> in the warmest room{#if answer.stuckOn.harmedAtS !== null}, and harms after <b
              class="mono">{timeLeft(answer.stuckOn.harmedAtS)}</b
            >{:else}, and does no harm{/if}. One that never comes on ends at <b class="mono">{level(dead.occupant, prefs.unit)}</b> in the coldest.
        </p>
      {/if}
      <p>
        {#if answer.sizing.warmUpS === 0}A cold start is inside the target range already.
        {:else if answer.sizing.warmUpS !== null}From cold it takes <b class="mono">{duration(answer.sizing.warmUpS)}</b> to the target range.
        {:else}From cold it does not reach the target range within three days.{/if}
      </p>
    {/if}
    <p>
      {#if answer.sizing.chillS !== null}After a power cut in the coldest room it leaves the band {answer.sizing.chillS < 300 ? 'within' : 'after'}
        <b class="mono">{duration(Math.max(300, answer.sizing.chillS))}</b>{#if answer.sizing.chillHarmS !== null}{' '}and harms after
          <b class="mono">{timeLeft(answer.sizing.chillHarmS)}</b>{/if}.
      {:else if answer.sizing.heatUpS === null}A power cut of three days leaves it inside the band, in the coldest room and in the warmest.{/if}
      {#if answer.sizing.heatUpS !== null}After a power cut in the warmest room it gets too warm {answer.sizing.heatUpS < 300 ? 'within' : 'after'}
        <b class="mono">{duration(Math.max(300, answer.sizing.heatUpS))}</b>{#if answer.sizing.heatHarmS !== null}{' '}and harms after
          <b class="mono">{timeLeft(answer.sizing.heatHarmS)}</b>{/if}.{/if}
      With no heat on it ends at <b class="mono">{level(answer.sizing.idleWarmestC, prefs.unit)}</b> in the warmest room{plan.room?.sun ? ', in the midday sun' : ''}.
    </p>
    {#if answer.sizing.loadedPerHour !== null && answer.sizing.emptyPerHour !== null}
      <p>
        The output switches <b class="mono">{fixed(answer.sizing.loadedPerHour, 1)}</b> times an hour as loaded, <b class="mono">{fixed(answer.sizing.emptyPerHour, 1)}</b> empty.
      </p>
    {/if}
    {#if answer.metrics.air.CARBON_DIOXIDE}<p>
        Carbon dioxide in it: <b class="mono">{fixed(answer.metrics.air.CARBON_DIOXIDE.mean, 0)} ppm</b> on average.
      </p>{/if}
    {#if answer.metrics.air.RELATIVE_HUMIDITY}
      <p>
        The air is at <b class="mono">{fixed(answer.metrics.air.RELATIVE_HUMIDITY.mean, 0)} %RH</b>{#if answer.metrics.water}; <b class="mono"
            >{fixed(((1000 * answer.metrics.water.ventilatedKg) / (answer.trace.bucketS * answer.trace.roomC.length)) * 3600, 1)} g/h</b
          > leave with the air{/if}.
      </p>
    {/if}
    <p>
      <b class="mono">{fixed(answer.metrics.energyKWhPerDay, 2)} kWh</b> a day{#if answer.metrics.costPerDay !== null}, costing <b class="mono"
          >{fixed(answer.metrics.costPerDay, 2)}{plan.power?.currency ? ` ${plan.power.currency}` : ''}</b
        >{/if}.
    </p>
    {#if heats}<MeterForm {draft} {disabled} />{/if}
    <p><a href="/chambers/{draft.id}/settings">See it on the ladder</a></p>
  {:else if draft.missing.length > 0}
    <p class="quiet">Still missing: {draft.missing.join(', ')}.</p>
  {:else}
    <p class="quiet">Not rehearsed yet.</p>
  {/if}
</aside>
