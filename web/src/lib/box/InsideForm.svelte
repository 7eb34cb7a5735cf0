<script lang="ts">
  /** What is inside, and the room around. */
  import type { ChamberDraft } from '../chamber/draft.svelte'
  import NumberField from '../parts/NumberField.svelte'
  import LivingFields from './LivingFields.svelte'
  import PlaceFields from './PlaceFields.svelte'

  let { draft, disabled }: { draft: ChamberDraft; disabled: boolean } = $props()
  const id = $props.id()
  const plan = $derived(draft.plan)
  const STUFF: [string, number][] = [
    ['eggs, damp soil, blocks', 3300],
    ['water in bottles or tubs', 4180],
    ['wood, card, bedding', 1600],
    ['sand, gravel, stone', 900],
    ['animals', 3470],
  ]

  function change(action: () => void) {
    action()
    draft.replan()
  }
</script>

<section class="headed">
  <h2>What is inside, and the room</h2>
  <fieldset class="form" {disabled}>
    <legend class="sr-only">Contents and room</legend>
    {#if !plan.contents}
      <button
        class="button"
        onclick={() =>
          change(() => (plan.contents = { massKg: 4, specificHeatJkgK: 3300, surfaceM2: 0.4, livingHeatW: null, wetSurfaceM2: 0, waterKg: 0, place: null, living: null }))}
        >Say what is inside</button
      >
    {:else}
      {@const contents = plan.contents}
      <div class="row">
        <NumberField label="Mass" unit="kg" value={contents.massKg} error={draft.error('contents.massKg')} onchange={(value) => change(() => (contents.massKg = value!))} />
        <div class="plain">
          <label for="{id}-stuff">mostly</label>
          <select
            id="{id}-stuff"
            value={String(contents.specificHeatJkgK)}
            onchange={(event) => {
              const heat = Number(event.currentTarget.value)
              change(() => (contents.specificHeatJkgK = heat))
            }}
          >
            {#each STUFF as [name, heat] (heat)}<option value={String(heat)}>{name}</option>{/each}
            {#if !STUFF.some(([, heat]) => heat === contents.specificHeatJkgK)}<option value={String(contents.specificHeatJkgK)}>{contents.specificHeatJkgK} J/(kg K)</option>{/if}
          </select>
        </div>
        <NumberField
          label={plan.box?.tank ? 'Surface in the water' : 'Surface that meets the air'}
          unit="cm²"
          scale={10_000}
          digits={0}
          value={contents.surfaceM2}
          error={draft.error('contents.surfaceM2')}
          onchange={(value) => change(() => (contents.surfaceM2 = value!))}
        />
        {#if !plan.box?.tank}
          <NumberField
            label="Of that surface, wet"
            unit="cm²"
            scale={10_000}
            digits={0}
            value={contents.wetSurfaceM2}
            error={draft.error('contents.wetSurfaceM2')}
            onchange={(value) => change(() => (contents.wetSurfaceM2 = value!))}
          />
          <NumberField
            label="Water that can dry out of it"
            unit="kg"
            value={contents.waterKg}
            error={draft.error('contents.waterKg')}
            onchange={(value) => change(() => (contents.waterKg = value!))}
          />
        {/if}
      </div>
      <LivingFields {draft} {contents} days={draft.answer?.living ?? []} warmsFromDay={draft.answer?.warmsItselfFromDay ?? null} name={plan.occupancy?.name ?? null} {change} />
      <details class="small">
        <summary>Where it stands</summary>
        <PlaceFields
          usual={draft.answer?.layout.contents ?? null}
          place={contents.place}
          error={(field) => draft.error(`contents.place.${field}`)}
          onchange={(place) => change(() => (contents.place = place))}
        />
      </details>
      {#each ['xM', 'yM', 'zM'] as axis (axis)}{#if draft.error(`contents.place.${axis}`)}<p class="error">Where it stands {draft.error(`contents.place.${axis}`)}</p>{/if}{/each}
    {/if}
    {#if !plan.room}
      <button
        class="button"
        onclick={() => change(() => (plan.room = { coldestC: 15, warmestC: 25, warmestHour: 15, humidityPct: null, groundC: null, sun: null, carbonDioxidePpm: null }))}
        >Describe the room</button
      >
    {:else}
      {@const room = plan.room}
      <div class="row">
        <NumberField
          label="Room at its coldest"
          kind="level"
          value={room.coldestC}
          error={draft.error('room.coldestC')}
          onchange={(value) => change(() => (room.coldestC = value!))}
        />
        <NumberField
          label="Room at its warmest"
          kind="level"
          value={room.warmestC}
          error={draft.error('room.warmestC')}
          onchange={(value) => change(() => (room.warmestC = value!))}
        />
        <NumberField
          label="Warmest at"
          unit="o’clock"
          value={room.warmestHour}
          error={draft.error('room.warmestHour')}
          onchange={(value) => change(() => (room.warmestHour = value!))}
        />
        <NumberField
          label="Humidity of the room"
          unit="%RH"
          emptyMeans="?"
          value={room.humidityPct}
          error={draft.error('room.humidityPct')}
          onchange={(value) => change(() => (room.humidityPct = value))}
        />
        <NumberField
          label="Carbon dioxide of the room"
          unit="ppm"
          digits={0}
          emptyMeans="?"
          value={room.carbonDioxidePpm}
          error={draft.error('room.carbonDioxidePpm')}
          onchange={(value) => change(() => (room.carbonDioxidePpm = value))}
        />
        <NumberField
          label="Ground under it"
          kind="level"
          emptyMeans="none"
          value={room.groundC}
          error={draft.error('room.groundC')}
          onchange={(value) => change(() => (room.groundC = value))}
        />
        {#if room.sun}
          {@const sun = room.sun}
          <NumberField
            label="Sun at noon"
            unit="W/m²"
            digits={0}
            value={sun.peakWm2}
            error={draft.error('room.sun.peakWm2')}
            onchange={(value) => change(() => (sun.peakWm2 = value!))}
          />
          <NumberField label="from" unit="o’clock" value={sun.riseHour} error={draft.error('room.sun.riseHour')} onchange={(value) => change(() => (sun.riseHour = value!))} />
          <NumberField label="to" unit="o’clock" value={sun.setHour} error={draft.error('room.sun.setHour')} onchange={(value) => change(() => (sun.setHour = value!))} />
          <button class="link small" onclick={() => change(() => (room.sun = null))}>No sun on it</button>
        {:else}
          <button class="link small" onclick={() => change(() => (room.sun = { peakWm2: 850, riseHour: 6, setHour: 18 }))}>Sun falls on it</button>
        {/if}
      </div>
      {#if room.humidityPct === null && !plan.box?.tank}<p class="small quiet">Without the room’s humidity only temperature is rehearsed.</p>{/if}
    {/if}
  </fieldset>
</section>
