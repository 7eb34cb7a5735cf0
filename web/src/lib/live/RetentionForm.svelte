<script lang="ts">
  /** How long what of a series is kept, and what was taken out. */
  import { onMount } from 'svelte'
  import { api, dataOf, Problem } from '../api/client'
  import type { RetentionView, SeriesView } from '../api/types'
  import { when } from '../when'
  import { confirmed } from '../parts/ask.svelte'
  import Trouble from '../parts/Trouble.svelte'
  import NumberInput from '../parts/NumberInput.svelte'

  let { chamberId, one }: { chamberId: string; one: SeriesView } = $props()
  let kept = $state.raw<RetentionView | null>(null)
  let trouble = $state.raw<Problem | null>(null)
  let days = $state<{ rawDays: number | null; minuteDays: number | null; hourDays: number | null }>({ rawDays: null, minuteDays: null, hourDays: null })
  let said = $state('')
  const FIELDS = [
    ['rawDays', 'Single readings (days)', 7],
    ['minuteDays', 'Lowest, highest and mean of each minute (days)', 30],
    ['hourDays', 'The same of each hour and quarter of a day (days)', 366],
  ] as const
  const KINDS: Record<string, string> = { RAW: 'single readings', MINUTE: 'minutes', HOUR: 'hours', QUARTER: 'quarters of a day' }

  async function attempt(work: () => Promise<RetentionView>) {
    try {
      kept = await work()
      days = { ...kept.keeps }
      trouble = null
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      trouble = failed
    }
  }
  const where = $derived({ params: { path: { chamberId, id: one.id } } })
  onMount(() => attempt(() => dataOf(api.get('/chambers/{chamberId}/series/{id}/retention', where))))

  async function save() {
    const shorter = FIELDS.filter(([field]) => days[field] !== null)
    if (shorter.length > 0 && !(await confirmed('Keep readings only this long?', 'Older readings are deleted for good, every night.', 'Delete older readings'))) return
    await attempt(() => dataOf(api.put('/chambers/{chamberId}/series/{id}/retention', { ...where, body: days })))
    if (!trouble) said = 'Saved.'
  }
</script>

{#if kept}
  <div class="keeps">
    {#each FIELDS as [field, words, least] (field)}
      <label><span>{words}</span><NumberInput bind:value={days[field]} min={least} max={36600} whole placeholder="always" /></label>
    {/each}
    <button class="button" onclick={save}>Keep it so long</button>
  </div>
  <p class="small quiet" role="status">Empty: kept always. {said}</p>
  {#each kept.removed as each (each.at + each.kind)}
    <p class="small">Taken out {when(each.at, 'moment')}: {each.readings} {KINDS[each.kind]} before {when(each.before, 'day')}.</p>
  {/each}
{/if}
<Trouble of={trouble} />

<style>
  .keeps {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 8px 14px;
    padding: 8px 0;
  }

  label {
    display: grid;
    gap: 2px;
    max-width: 230px;
  }
</style>
