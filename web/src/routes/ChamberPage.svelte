<script lang="ts">
  import { onMount } from 'svelte'
  import { api, dataOf, Problem, untilRead } from '../lib/api/client'
  import type { ChamberDueView, Step } from '../lib/api/types'
  import { dueChecks } from '../lib/check/due'
  import { ChamberDraft } from '../lib/chamber/draft.svelte'
  import { provenState, runningState, tilesOf, type TileState } from '../lib/chamber/tiles'
  import Notices from '../lib/chamber/Notices.svelte'
  import SaveDialog from '../lib/chamber/SaveDialog.svelte'
  import Shelf from '../lib/chamber/Shelf.svelte'
  import { router } from '../lib/router.svelte'
  import { AFTER_SETTINGS, UNPLANNED, type StepName } from '../lib/steps'
  import { session } from '../lib/session.svelte'
  import { glance, sinceStart, subtitle } from '../lib/chamber/subtitle'
  import { confirmed } from '../lib/parts/ask.svelte'

  let { id, step }: { id: string; step: StepName } = $props()
  /** Each step comes when it is opened, and its code with it. */
  const late = {
    occupant: () => import('./OccupantStep.svelte'),
    chamber: () => import('./ChamberStep.svelte'),
    probes: () => import('./ProbesStep.svelte'),
    loads: () => import('./LoadsStep.svelte'),
    settings: () => import('./SettingsStep.svelte'),
    card: () => import('./CardStep.svelte'),
    check: () => import('./CheckStep.svelte'),
    faults: () => import('./FaultsStep.svelte'),
    prove: () => import('./ProveStep.svelte'),
    run: () => import('./RunStep.svelte'),
    review: () => import('./ReviewStep.svelte'),
  }
  let draft = $state.raw<ChamberDraft | null>(null)
  let trouble = $state.raw<Problem | null>(null)
  let dialog = $state<SaveDialog | null>(null)
  let said = $state('')
  let due = $state.raw<ChamberDueView[]>([])
  let running = $state<TileState>('empty')
  let proven = $state<TileState>('empty')
  const controller = $derived(draft?.plan.controllers[0] ?? null)
  const number = $derived(controller && draft ? (draft.settingsOf(controller.id)?.number ?? 0) : 0)
  const COUNT = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine']

  let leaving = new AbortController()
  function load() {
    leaving.abort()
    leaving = new AbortController()
    const { signal } = leaving
    const read = async () => {
      const view = await dataOf(api.get('/chambers/{id}', { params: { path: { id } }, signal }))
      draft = new ChamberDraft(view)
      trouble = null
      draft.rehearse()
    }
    void untilRead(read, (failed) => (trouble = failed), signal)
  }
  onMount(() => {
    load()
    return () => leaving.abort()
  })

  // What is due is asked again whenever another step is opened: a check may have been closed meanwhile.
  $effect(() => {
    void step
    let stale = false
    void runningState(id).then((state) => {
      if (!stale) running = state
    })
    void provenState(id).then((state) => {
      if (!stale) proven = state
    })
    void dueChecks().then((all) => {
      if (!stale) due = all.filter((each) => each.chamberId === id)
    })
    return () => (stale = true)
  })

  // In a chamber that began as a usual build a step counts as done once somebody who may change it has opened it.
  $effect(() => {
    const looked = draft?.plan.looked
    const opened = step.toUpperCase() as Step
    // What runs is not planned: there is nothing to look over.
    if (!UNPLANNED.includes(step) && looked && session.mayPlan && !looked.includes(opened)) looked.push(opened)
  })

  // What is typed is kept in the browser a moment after the last change.
  $effect(() => {
    const working = draft
    if (!working) return
    void [JSON.stringify(working.plan), JSON.stringify(working.keyed), working.view]
    const timer = setTimeout(() => working.keep(), 300)
    return () => clearTimeout(timer)
  })

  export function save() {
    if (!draft) return
    if (step === 'settings' && controller && draft.missing.length === 0) dialog?.open()
    else void savePlan()
  }

  export function undo() {
    draft?.undo()
  }

  async function savePlan() {
    if (draft && (await draft.savePlan())) said = 'The plan is saved.'
  }

  async function remove() {
    if (!draft || !(await confirmed(`Remove ${draft.view.plan.name}?`, 'Its saved settings stay in the record.', 'Remove chamber'))) return
    try {
      await dataOf(api.remove('/chambers/{id}', { params: { path: { id } } }))
      draft.discard()
      draft.keep()
      router.go('/')
    } catch (failed) {
      if (failed instanceof Problem) draft.problem = failed
    }
  }

  const settingsWords = $derived.by(() => {
    if (!draft || !controller) return ''
    const changes = draft.changedKeys
    const numbers = draft.plan.controllers.map((each) => draft!.settingsOf(each.id)?.number ?? 0)
    const none = numbers.every((each) => each === 0)
    const saved = none ? 'Nothing saved yet' : `Settings ${numbers.map((each) => (each === 0 ? 'none' : each)).join(' and ')}`
    const kept = none ? '' : changes === 0 ? ', all saved' : `, ${COUNT[changes] ?? changes} change${changes === 1 ? '' : 's'} not saved`
    return saved + kept
  })
</script>

{#snippet missing()}
  <p class="error" role="alert">
    This step could not be loaded. What you typed is kept in this browser. <button class="button" onclick={() => location.reload()}>Load the page again</button>
  </p>
{/snippet}

<svelte:window onpagehide={() => draft?.keep()} />
<svelte:head><title>{draft ? `${draft.plan.name} · Kiln Ward` : 'Kiln Ward'}</title></svelte:head>

{#if trouble}
  <div class="trouble">
    <h1>{trouble.status === 404 ? 'No such chamber' : trouble.title}</h1>
    <p>{trouble.detail}</p>
    <p>
      <a class="button" href="/">All chambers</a>
      {#if trouble.isAway}<button class="button main" onclick={load}>Try again</button>{/if}
    </p>
  </div>
{:else if draft}
  <header class="top no-print">
    <div class="title">
      <p class="small"><a href="/">{session.site?.name ?? 'All chambers'}</a></p>
      <h1>{draft.plan.name}</h1>
      <p class="quiet">{subtitle(glance(draft.plan))}{sinceStart(draft.plan.occupancy)}</p>
    </div>
    <div class="actions">
      {#if step === 'settings' || AFTER_SETTINGS.includes(step)}
        {#if controller}<p class="quiet">{settingsWords}</p>{/if}
        {#if step === 'settings' && controller && draft.missing.length === 0}
          <button
            class="button main"
            disabled={!session.mayKey || (draft.changedKeys === 0 && number > 0)}
            title={session.mayKey ? undefined : 'A visitor looks only'}
            onclick={() => dialog?.open()}>Save with a reason</button
          >
        {:else if AFTER_SETTINGS.includes(step) && draft.planDirty}
          <button class="button main" disabled={!session.mayPlan || draft.saving} onclick={savePlan}>Save the plan</button>
        {/if}
      {:else}
        <p class="quiet">{draft.planDirty ? 'The plan has changes that are not saved' : 'The plan is saved'}</p>
        {#if draft.undoLabel}<button class="link small" onclick={undo}>Undo {draft.undoLabel}</button>{/if}
        <button
          class="button main"
          disabled={!session.mayPlan || !draft.planDirty || draft.saving}
          title={session.mayPlan ? undefined : 'Changing the plan takes a lead'}
          onclick={savePlan}>Save the plan</button
        >
      {/if}
      <p class="sr-only" role="status">{said}</p>
    </div>
  </header>
  <div class="body">
    <div class="no-print side"><Shelf {id} {step} tiles={tilesOf(draft, due, running, proven)} /></div>
    <div class="step">
      <div class="no-print"><Notices {draft} /></div>
      {#if step === 'occupant'}
        {#await late.occupant() then { default: OccupantStep }}<OccupantStep {draft} />{:catch}{@render missing()}{/await}
      {:else if step === 'chamber'}
        {#await late.chamber() then { default: ChamberStep }}<ChamberStep {draft} />{:catch}{@render missing()}{/await}
        <div class="name">
          <label for="chamber-name" class="small quiet">Name of the chamber</label>
          <input
            id="chamber-name"
            maxlength="80"
            bind:value={draft.plan.name}
            disabled={!session.mayPlan}
            aria-invalid={draft.plan.name.trim() === '' || draft.error('name') ? 'true' : undefined}
          />
          {#if draft.plan.name.trim() === ''}<p class="error">must be given</p>{/if}
          <label for="chamber-stands" class="small quiet">Where it stands</label>
          <input
            id="chamber-stands"
            maxlength="80"
            value={draft.plan.standsAt ?? ''}
            onchange={(event) => (draft!.plan.standsAt = event.currentTarget.value.trim() || null)}
            disabled={!session.mayPlan}
          />
          <label for="chamber-note" class="small quiet">Note</label>
          <textarea id="chamber-note" rows="2" maxlength="2000" bind:value={draft.plan.note} disabled={!session.mayPlan}></textarea>
        </div>
        {#if session.mayPlan}<p class="remove"><button class="link small" onclick={remove}>Remove this chamber</button></p>{/if}
      {:else if step === 'probes'}
        {#await late.probes() then { default: ProbesStep }}<ProbesStep {draft} />{:catch}{@render missing()}{/await}
      {:else if step === 'loads'}
        {#await late.loads() then { default: LoadsStep }}<LoadsStep {draft} />{:catch}{@render missing()}{/await}
      {:else if step === 'settings'}
        {#await late.settings() then { default: SettingsStep }}<SettingsStep {draft} />{:catch}{@render missing()}{/await}
      {:else if step === 'check'}
        {#await late.check() then { default: CheckStep }}<CheckStep {draft} />{:catch}{@render missing()}{/await}
      {:else if step === 'faults'}
        {#await late.faults() then { default: FaultsStep }}<FaultsStep {draft} />{:catch}{@render missing()}{/await}
      {:else if step === 'prove'}
        {#await late.prove() then { default: ProveStep }}<ProveStep
            {draft}
            onproven={() => void provenState(id).then((state) => (proven = state))}
          />{:catch}{@render missing()}{/await}
      {:else if step === 'run'}
        {#await late.run() then { default: RunStep }}<RunStep {draft} onrunning={(state) => (running = state)} />{:catch}{@render missing()}{/await}
      {:else if step === 'review'}
        {#await late.review() then { default: ReviewStep }}<ReviewStep {draft} />{:catch}{@render missing()}{/await}
      {:else}
        {#await late.card() then { default: CardStep }}<CardStep {draft} />{:catch}{@render missing()}{/await}
      {/if}
    </div>
  </div>
  {#if controller}
    <SaveDialog bind:this={dialog} {draft} onsaved={(saved) => (said = saved)} />
  {/if}
{:else}
  <p class="loading quiet">Fetching the chamber …</p>
{/if}

<style>
  .top {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    justify-content: space-between;
    gap: 8px 24px;
    padding: 10px 22px 10px;
    border-bottom: 3px solid var(--ink);
  }

  .title {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 0 14px;
    min-width: 0;
  }

  .title > p:first-child {
    flex-basis: 100%;
  }

  h1 {
    overflow-wrap: anywhere;
  }

  .actions {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px 16px;
  }

  .body {
    display: grid;
    grid-template-columns: 142px minmax(0, 1fr);
  }

  .side {
    padding-top: 18px;
    border-right: 1px solid var(--hairline);
  }

  .step {
    padding: 14px 22px 30px;
    min-width: 0;
  }

  .name {
    display: grid;
    gap: 2px;
    max-width: 560px;
    padding: 16px 0;
  }

  .loading,
  .trouble {
    display: grid;
    gap: 12px;
    padding: 40px 22px;
  }

  @media (max-width: 700px) {
    .top {
      padding: 8px 14px;
    }

    .body {
      grid-template-columns: minmax(0, 1fr);
    }

    .side {
      padding: 0;
      border-right: 0;
      border-bottom: 1px solid var(--hairline);
    }

    .step {
      padding: 12px 14px 24px;
    }
  }

  @media print {
    .body {
      display: block;
    }
  }
</style>
