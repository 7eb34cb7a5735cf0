<script lang="ts">
  import { onMount } from 'svelte'
  import { api, Problem, dataOf } from '../lib/api/client'
  import type { BuildView, Guide } from '../lib/api/types'
  import { fieldErrors } from '../lib/chamber/draft'
  import TakeIn from '../lib/chamber/TakeIn.svelte'
  import { router } from '../lib/router.svelte'
  import { KEEPING_NAMES } from '../lib/words'
  import Trouble from '../lib/parts/Trouble.svelte'

  const id = $props.id()
  let guides = $state.raw<Guide[]>([])
  let name = $state('')
  let guideId = $state('')
  let builds = $state.raw<BuildView[]>([])
  let chosen = $state('')
  // The builds come with the likeliest first for who will live in it.
  const build = $derived(builds.find((each) => each.id === chosen) ?? builds[0] ?? null)
  let tried = $state(false)
  let problem = $state.raw<Problem | null>(null)
  const nameError = $derived(tried && name.trim() === '' ? 'must be given' : (problem && fieldErrors(problem.errors)['name']) || null)

  onMount(async () => {
    guides = (await dataOf(api.get('/guides')).catch(() => [])).map((each) => each.guide)
  })

  /** The builds that are on their way: whoever presses quickly must not get those of another occupant. */
  let coming: Promise<unknown> = Promise.resolve()
  $effect(() => {
    let stale = false
    coming = dataOf(api.get('/builds', { params: { query: guideId ? { guide: guideId } : {} } })).then(
      (all) => {
        if (!stale) builds = all
      },
      () => undefined,
    )
    return () => (stale = true)
  })

  async function add(event: SubmitEvent) {
    event.preventDefault()
    tried = true
    if (name.trim() === '') return
    await coming
    try {
      const view = await dataOf(api.post('/chambers', { body: { name: name.trim(), guideId: guideId || null, schoolId: null, stageId: null, buildId: build?.id ?? null } }))
      router.go(`/chambers/${view.id}/${guideId ? 'chamber' : 'occupant'}`)
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      problem = failed
    }
  }
</script>

<svelte:head><title>New chamber · Kiln Ward</title></svelte:head>

<header><h1>New chamber</h1></header>
<form onsubmit={add} novalidate>
  <label for="{id}-name">What you call it</label>
  <input id="{id}-name" maxlength="80" bind:value={name} aria-invalid={nameError ? 'true' : undefined} aria-describedby="{id}-error" />
  <p class="error" id="{id}-error">{nameError ?? ''}</p>
  <label for="{id}-guide">Who will live in it</label>
  <select id="{id}-guide" bind:value={guideId}>
    <option value="">not known yet</option>
    {#each guides as guide (guide.id)}<option value={guide.id}>{guide.name} ({KEEPING_NAMES[guide.keeping]})</option>{/each}
  </select>
  {#if builds.length}
    <label for="{id}-build">What it is built like</label>
    <select id="{id}-build" value={build?.id} aria-describedby="{id}-about" onchange={(event) => (chosen = event.currentTarget.value)}>
      {#each builds as each (each.id)}<option value={each.id}>{each.name}</option>{/each}
    </select>
    <p class="quiet small" id="{id}-about">{build?.about} Every value is yours to change.</p>
  {/if}
  <Trouble of={problem} atFields />
  <div class="row">
    <a class="button" href="/">Back</a>
    <button class="button main" type="submit">Plan it</button>
  </div>
</form>
<TakeIn />

<style>
  header {
    padding: 12px 22px;
    border-bottom: 3px solid var(--ink);
  }

  form {
    display: grid;
    gap: 8px;
    max-width: 480px;
    padding: 20px 22px;
  }

  .row {
    display: flex;
    gap: 12px;
    padding-top: 12px;
  }
</style>
