<script lang="ts">
  /** How much lives inside, and what it gives off over the days of its stage. */
  import type { ContentsPlan, RehearsalAnswer } from '../api/types'
  import type { ChamberDraft } from '../chamber/draft.svelte'
  import NumberField from '../parts/NumberField.svelte'
  import { fixed } from '../units'

  interface Props {
    draft: ChamberDraft
    contents: ContentsPlan
    /** What the server says of the days that tell another. */
    days: RehearsalAnswer['living']
    /** From which day on they give a third of the warmth it asks for; null where they never do. */
    warmsFromDay: number | null
    name: string | null
    change: (action: () => void) => void
  }

  let { draft, contents, days, warmsFromDay, name, change }: Props = $props()
  const living = $derived(contents.living)
  const counted = $derived(living !== null && living.points[0]!.eachG !== null)
  const amount = $derived(living && (counted ? living.pieces : living.kg))

  function some(value: number): string {
    return fixed(value, value < 0.05 || value >= 10 ? 0 : 1)
  }
</script>

<div class="row">
  {#if living && counted}
    <NumberField
      label="How many live in it"
      digits={0}
      emptyMeans="?"
      value={living.pieces}
      error={draft.error('contents.living.pieces')}
      onchange={(value) => change(() => (living.pieces = value))}
    />
  {:else if living}
    <NumberField label="Living mass" unit="kg" emptyMeans="?" value={living.kg} error={draft.error('contents.living.kg')} onchange={(value) => change(() => (living.kg = value))} />
  {/if}
  <NumberField
    label="Heat they give off, if you know better"
    unit="W"
    emptyMeans={living ? 'guide' : 'none'}
    value={contents.livingHeatW}
    error={draft.error('contents.livingHeatW')}
    onchange={(value) => change(() => (contents.livingHeatW = value))}
  />
</div>
{#if living && contents.livingHeatW === null}
  {#if amount === null}
    <p class="small quiet">The guide knows what {name ?? 'they'} give off. Say {counted ? 'how many there are' : 'how much of the mass lives'}, and their own heat counts.</p>
  {:else if days.length > 0}
    <p class="small quiet">
      {#each days as day, index (day.day)}{index > 0 ? '; day' : 'They give off: day'}
        {fixed(day.day, Number.isInteger(day.day) ? 0 : 1)}: {some(day.heatW)} W{day.waterGh > 0 ? `, ${some(day.waterGh)} g/h of water` : ''}{day.co2Gh > 0
          ? `, ${some(day.co2Gh)} g/h of CO₂`
          : ''}{/each}. Each of these days is judged. From memory: breeds and strains differ.
    </p>
    {#if warmsFromDay !== null}
      <p class="small">From about day {fixed(warmsFromDay, 0)} they give a third of the warmth it needs: the heater rests longer, watch the high alarm.</p>
    {/if}
  {/if}
{/if}
