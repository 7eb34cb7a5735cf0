<script lang="ts">
  /** Living things that go in: what comes of it stands below before anything is kept. */
  import { onMount } from 'svelte'
  import { api, dataOf } from '../api/client'
  import type { BatchPreview, GuideView } from '../api/types'
  import { Work } from '../parts/work.svelte'
  import { local, OVER, titleOf } from './words'
  import Trouble from '../parts/Trouble.svelte'
  import NumberInput from '../parts/NumberInput.svelte'

  interface Props {
    chamberId: string
    guideId: string | null
    schoolId: string | null
    /** Now, by the clock of the site. */
    now: string
    ondone: () => void
    onleave: () => void
  }
  let { chamberId, guideId, schoolId, now, ondone, onleave }: Props = $props()
  const work = new Work()
  const id = crypto.randomUUID()
  let guides = $state.raw<GuideView[]>([])
  // svelte-ignore state_referenced_locally
  let form = $state({
    name: '',
    guideId: guideId ?? '',
    schoolId: schoolId ?? '',
    startsAt: now.slice(0, 16),
    pieces: 12 as number | null,
    source: '',
    note: '',
    earlier: false,
    despite: '',
  })
  let preview = $state.raw<BatchPreview | null>(null)
  const guide = $derived(guides.find((each) => each.guide.id === form.guideId)?.guide ?? null)
  onMount(() => void work.run(async () => void (guides = await dataOf(api.get('/guides')))))
  $effect(() => {
    if (guide && !guide.schools.some((each) => each.id === form.schoolId)) form.schoolId = guide.schools[0]!.id
  })
  const body = () => ({ ...form, id, pieces: form.pieces ?? 0, name: form.name || (guide?.name ?? ''), despite: form.despite.trim() === '' ? null : form.despite.trim() })
  const look = () => work.run(async () => void (preview = await dataOf(api.post('/chambers/{chamberId}/batches/preview', { params: { path: { chamberId } }, body: body() }))))
  const keep = () => work.run(async () => (await dataOf(api.post('/chambers/{chamberId}/batches', { params: { path: { chamberId } }, body: body() })), ondone()))
  const asks = $derived(preview !== null && (!preview.proven || preview.conflicts.length > 0))
  const past = $derived(work.at('startsAt') !== null || form.earlier)
</script>

<form
  aria-label="Living things that go in"
  onsubmit={(event) => {
    event.preventDefault()
    void (preview ? keep() : look())
  }}
>
  <label
    >What <select bind:value={form.guideId} required onchange={() => (preview = null)}>
      <option value="" disabled>choose a guide</option>
      {#each guides as each (each.guide.id)}<option value={each.guide.id}>{each.guide.name}</option>{/each}
    </select></label
  >
  {#if work.at('guideId')}<p class="error">The guide {work.at('guideId')}</p>{/if}
  {#if guide && guide.schools.length > 1}
    <label
      >School <select bind:value={form.schoolId} onchange={() => (preview = null)}
        >{#each guide.schools as each (each.id)}<option value={each.id}>{each.name}</option>{/each}</select
      ></label
    >
  {/if}
  <label>Called <input bind:value={form.name} maxlength="80" placeholder={guide?.name ?? ''} /></label>
  <label>How many <NumberInput bind:value={form.pieces} min={1} whole required /></label>
  {#if work.at('pieces')}<p class="error">{work.at('pieces')}</p>{/if}
  <label>Put in, by the clock here <input type="datetime-local" bind:value={form.startsAt} required onchange={() => (preview = null)} /></label>
  {#if work.at('startsAt')}<p class="error" role="alert">This {work.at('startsAt')}</p>{/if}
  {#if past}<label class="tick"><input type="checkbox" bind:checked={form.earlier} /> They are in already</label>{/if}
  <label>From where <input bind:value={form.source} maxlength="200" /></label>
  <label>Note <textarea bind:value={form.note} maxlength="2000" rows="2"></textarea></label>
  {#if preview}
    <div class="preview" role="status">
      <h4>What comes of it</h4>
      <ol>
        {#each preview.tasks.slice(0, 14) as each, i (i)}<li>
            <span class="mono">{local(each.at, 'weekday')}</span>
            {titleOf({ code: each.code, stage: each.stage, title: null })}
          </li>{/each}
      </ol>
      {#if preview.tasks.length > 14}<p class="small quiet">and {preview.tasks.length - 14} more, until {local(preview.tasks.at(-1)!.at, 'day')}</p>{/if}
      {#if !preview.proven}<p>
          <span class="mark mind" aria-hidden="true">▲</span>The box as it is now has not passed a proving run. <a href="/chambers/{chamberId}/prove">Prove it first</a>
        </p>{/if}
      {#each preview.conflicts as each, i (i)}
        <p>
          <span class="mark mind" aria-hidden="true">▲</span>With {each.otherBatch} from {local(each.from, 'day')}{each.to ? ` to ${local(each.to, 'day')}` : ' on'}: {OVER[
            each.over
          ]} ({each.stage} and
          {each.otherStage}).
        </p>
      {/each}
    </div>
  {/if}
  {#if asks || work.at('despite')}
    <label>Why they go in all the same <input bind:value={form.despite} minlength="3" maxlength="300" required /></label>
    {#if work.at('despite')}<p class="error" role="alert">This {work.at('despite')}</p>{/if}
  {/if}
  <Trouble of={work.trouble} atFields />
  <p class="acts">
    <button class="button main" disabled={work.busy}>{preview ? 'Put them in' : 'See the days'}</button>
    <button class="button" type="button" onclick={onleave}>Leave it</button>
  </p>
</form>

<style>
  form {
    display: grid;
    gap: 8px;
    max-width: 520px;
    padding: 12px 0;
    border-top: 3px solid var(--ink);
  }

  label:not(.tick) {
    display: grid;
    gap: 2px;
  }

  h4 {
    margin: 0;
    font-size: var(--text);
  }

  ol {
    margin: 4px 0;
    padding: 0;
    list-style: none;
  }

  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 14px;
  }
</style>
