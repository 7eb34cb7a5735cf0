<script lang="ts">
  import { onMount, untrack } from 'svelte'
  import { api, Problem, dataOf } from '../lib/api/client'
  import type { GuideView, School, Stage, TodayView } from '../lib/api/types'
  import type { ChamberDraft } from '../lib/chamber/draft.svelte'
  import EggWeights from '../lib/life/EggWeights.svelte'
  import GuideEditor from '../lib/life/GuideEditor.svelte'
  import NeedsForm from '../lib/life/NeedsForm.svelte'
  import SchoolsCompared from '../lib/life/SchoolsCompared.svelte'
  import StageStrip from '../lib/life/StageStrip.svelte'
  import { livingOf, needsOf } from '../lib/life/stages'
  import Meaning from '../lib/parts/Meaning.svelte'
  import { session } from '../lib/session.svelte'
  import { KEEPING_NAMES } from '../lib/words'
  import { confirmed } from '../lib/parts/ask.svelte'

  let { draft }: { draft: ChamberDraft } = $props()
  const id = $props.id()
  let views = $state.raw<GuideView[]>([])
  let search = $state('')
  // Where looking around begins; what is looked at afterwards is not yet what is planned.
  let guideId = $state(untrack(() => draft.plan.occupancy?.guideId ?? ''))
  let schoolId = $state(untrack(() => draft.plan.occupancy?.schoolId ?? ''))
  let trouble = $state.raw<Problem | null>(null)
  let said = $state('')
  let editor: GuideEditor
  let picker = $state<HTMLInputElement>()
  const occupancy = $derived(draft.plan.occupancy)
  const view = $derived(views.find((each) => each.guide.id === guideId) ?? null)
  const guide = $derived(view?.guide ?? null)
  const school = $derived(guide?.schools.find((each) => each.id === schoolId) ?? guide?.schools[0] ?? null)
  const words = $derived(search.trim().toLowerCase().split(/\s+/))
  const found = $derived(
    views.filter(({ guide: each }) => {
      const text = `${each.name} ${KEEPING_NAMES[each.keeping]} ${each.schools.map((one) => one.name).join(' ')}`.toLowerCase()
      return words.every((word) => text.includes(word))
    }),
  )
  const disabled = $derived(!session.mayPlan)
  const lived = $derived(views.find((each) => each.guide.id === occupancy?.guideId)?.guide ?? null)
  const livedSchool = $derived(lived?.schools.find((each) => each.id === occupancy?.schoolId) ?? null)
  let along = $state.raw<TodayView | null>(null)
  const today = $derived(along?.day ?? null)
  const due = $derived(livedSchool?.stages.find((each) => each.id === along?.stageId) ?? null)
  const began = $derived(lived && livedSchool && occupancy?.startedOn ? { id: lived.id, school: livedSchool.id, startedOn: occupancy.startedOn } : null)

  $effect(() => {
    const now = began
    along = null
    if (now) void tell(now)
  })

  /** How far along it is; nothing where that cannot be asked just now. */
  async function tell({ id, ...query }: NonNullable<typeof began>) {
    try {
      const told = await dataOf(api.get('/guides/{id}/today', { params: { path: { id }, query } }))
      if (query.startedOn === began?.startedOn && query.school === began.school) along = told
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
    }
  }
  const weighed = $derived(lived?.schools.some((each) => each.weightLoss) ?? false)

  onMount(load)

  async function load() {
    try {
      views = await dataOf(api.get('/guides'))
      trouble = null
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      trouble = failed
    }
  }

  function live(from: School, stage: Stage) {
    if (!guide) return
    draft.checkpoint(`taking over ${stage.name.toLowerCase()}`)
    draft.plan.occupancy = needsOf(guide, from, stage, draft.plan.occupancy)
    if (draft.plan.contents) draft.plan.contents.living = livingOf(guide, from, stage, draft.plan.contents.living)
    draft.replan()
  }

  async function take(file: string, then: (added: GuideView) => void) {
    try {
      const added = await dataOf(api.post('/guides', { ...api.asText, body: file }))
      await load()
      guideId = added.guide.id
      schoolId = added.guide.schools[0]?.id ?? ''
      search = ''
      trouble = null
      then(added)
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      trouble = failed
      said = ''
    }
  }

  async function copy() {
    if (!guide) return
    const own = { ...guide, name: `${guide.name}, ours` }
    await take(JSON.stringify(own), (added) => {
      said = `${added.guide.name} is yours; the shipped guide stays as it is.`
      editor.open(added)
    })
  }

  async function bring() {
    const file = picker?.files?.[0]
    if (picker) picker.value = ''
    if (!file) return
    await take(await file.text(), (added) => (said = `Brought in: ${added.guide.name}.`))
  }

  async function remove() {
    if (!guide || !(await confirmed(`Remove your guide ${guide.name}?`, 'Chambers planned from it keep their values.', 'Remove guide'))) return
    try {
      await dataOf(api.remove('/guides/{id}', { params: { path: { id: guide.id } } }))
      guideId = occupancy?.guideId ?? ''
      await load()
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      trouble = failed
    }
  }
</script>

<div class="columns">
  <section aria-labelledby="{id}-guide">
    <h2 id="{id}-guide">Who lives in it</h2>
    <label for="{id}-search">Search {views.length} guides</label>
    <input id="{id}-search" type="search" bind:value={search} placeholder="eggs, mushroom, tank …" />
    <ul class="guides">
      {#each found as { guide: each, version } (each.id)}
        <li>
          <button
            {@attach (button) => {
              if (each.id === untrack(() => guideId)) (button as HTMLElement).scrollIntoView({ block: 'nearest' })
            }}
            aria-pressed={each.id === guideId}
            onclick={() => {
              guideId = each.id
              schoolId = each.schools[0]?.id ?? ''
            }}
          >
            <b>{each.name}</b>
            <span class="quiet small">{KEEPING_NAMES[each.keeping]}{each.schools.length > 1 ? ` · ${each.schools.length} schools` : ''}{version !== null ? ' · your own' : ''}</span
            >
          </button>
        </li>
      {:else}
        <li class="quiet">{views.length ? 'No guide by that name. Choose the nearest, copy it and change its values.' : 'Fetching the guides …'}</li>
      {/each}
    </ul>
    {#if session.mayPlan}
      <p><button class="link small" onclick={() => picker?.click()}>Bring in a guide from a file</button></p>
      <input class="sr-only" type="file" accept=".json,application/json" tabindex="-1" aria-label="Guide file" bind:this={picker} onchange={bring} />
    {/if}
    <p class="small"><a href="/schemas/guide.schema.json" target="_blank" rel="noopener">What such a file looks like</a></p>
    {#if trouble}
      <div class="error" role="alert">
        <p>{trouble.title}. {trouble.errors.length ? 'Nothing was taken over.' : trouble.detail}</p>
        {#each trouble.errors.slice(0, 6) as error (error.field + error.allowed)}<p>{error.line ? `Line ${error.line}: ` : ''}{error.field} {error.allowed}</p>{/each}
      </div>
    {/if}
    <p class="small" role="status">{said}</p>
  </section>

  <section aria-labelledby="{id}-stages">
    {#if guide && school}
      <div class="title">
        <h2 id="{id}-stages">{guide.name}, stage by stage</h2>
        <span class="tools">
          <a class="small" href="/api/v1/guides/{guide.id}/file" target="_self" download>Export</a>
          {#if session.mayPlan}
            <button class="link small" onclick={copy}>Copy, to change it</button>
            {#if view && view.version !== null}
              <button class="link small" onclick={() => editor.open(view!)}>Change it</button>
              <button class="link small" onclick={remove}>Remove it</button>
            {/if}
          {/if}
        </span>
      </div>
      {#if guide.schools.length > 1}
        <div class="schools" role="radiogroup" aria-label="School">
          <span class="small">School <Meaning word="school" /></span>
          {#each guide.schools as each (each.id)}
            <label><input type="radio" name="{id}-school" value={each.id} checked={each === school} onchange={() => (schoolId = each.id)} /> {each.name}</label>
          {/each}
        </div>
      {/if}
      <StageStrip
        {school}
        chosen={occupancy?.guideId === guide.id && occupancy.schoolId === school.id ? occupancy.stageId : null}
        today={occupancy?.guideId === guide.id ? today : null}
        pick={(stage) => !disabled && live(school!, stage)}
      />
      <SchoolsCompared
        {guide}
        {disabled}
        isChosen={(one, stage) => occupancy?.guideId === guide!.id && occupancy.schoolId === one.id && occupancy.stageId === stage.id}
        plan={live}
      />
      {#each guide.cautions as caution (caution)}<p class="small caution">{caution}</p>{/each}
      {#if guide.publications.length > 0}
        <details class="small">
          <summary>Sources of this guide ({guide.publications.length})</summary>
          <ul>
            {#each guide.publications as one (one.title)}
              <li>{one.author} ({one.year}): <i>{one.title}</i>{one.where ? `, ${one.where}` : ''}{one.lookedUp ? '' : '. Not looked up again'}.</li>
            {/each}
          </ul>
          <p class="quiet">Values marked “from memory” or “common practice” have no source. Danger limits are judgements: change what you know better.</p>
        </details>
      {/if}
    {:else}
      <p class="quiet">Choose a guide on the left; its values are defaults and yours to change.</p>
    {/if}

    {#if occupancy}
      <NeedsForm
        {draft}
        {occupancy}
        {disabled}
        {due}
        plan={(stage) => {
          guideId = lived!.id
          live(livedSchool!, stage)
        }}
      />
      {#if weighed}
        <EggWeights
          chamberId={draft.id}
          wanted={livedSchool?.weightLoss ?? lived?.schools.find((each) => each.weightLoss)?.weightLoss ?? null}
          humidityPct={occupancy.keepHumidityLowPct !== null && occupancy.keepHumidityHighPct !== null ? (occupancy.keepHumidityLowPct + occupancy.keepHumidityHighPct) / 2 : null}
        />
      {/if}
    {/if}
  </section>
</div>
<GuideEditor
  bind:this={editor}
  onsaved={(saved) => {
    said = `${saved.guide.name} is saved.`
    void load()
  }}
/>

<style>
  .columns {
    display: grid;
    grid-template-columns: 250px minmax(0, 1fr);
    gap: 28px;
  }

  section {
    display: grid;
    gap: 10px;
    align-content: start;
    min-width: 0;
  }

  label {
    color: var(--quiet);
    font-size: var(--small);
  }

  .title {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    justify-content: space-between;
    gap: 4px 20px;
  }

  .tools {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 4px 16px;
  }

  .tools a {
    font-weight: 700;
  }

  .guides {
    margin: 0;
    padding: 0;
    list-style: none;
    max-height: 480px;
    overflow-y: auto;
  }

  .guides button {
    display: grid;
    width: 100%;
    min-height: var(--target);
    padding: 6px 10px;
    border: 0;
    border-left: 5px solid transparent;
    border-bottom: 1px solid var(--hairline);
    background: none;
    text-align: left;
    cursor: pointer;
  }

  .guides button[aria-pressed='true'] {
    border-left-color: var(--ink);
    background: var(--sheet);
  }

  .schools {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 20px;
  }

  .schools label {
    display: flex;
    align-items: center;
    gap: 6px;
    min-height: 32px;
    color: var(--ink);
    font-size: var(--text);
  }

  @media (max-width: 900px) {
    .columns {
      grid-template-columns: minmax(0, 1fr);
    }

    .guides {
      max-height: 240px;
    }
  }
</style>
