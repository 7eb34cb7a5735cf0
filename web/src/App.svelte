<script lang="ts">
  import { GLOSSARY } from './lib/glossary'
  import { onMount } from 'svelte'
  import { Problem, SIGNED_OUT, untilRead } from './lib/api/client'
  import type { Role } from './lib/api/types'
  import Ask from './lib/parts/Ask.svelte'
  import { prefs } from './lib/prefs.svelte'
  import { follow, router } from './lib/router.svelte'
  import { STEPS } from './lib/steps'
  import { reach } from './lib/api/reach.svelte'
  import { session } from './lib/session.svelte'
  import type ChamberPage from './routes/ChamberPage.svelte'
  import Ward from './routes/Ward.svelte'
  import { alarms } from './lib/alarm/alarms.svelte'
  import { sentence, URGENCIES } from './lib/alarm/words'
  import { levelName } from './lib/people/words'
  import { duration } from './lib/units'
  import { when } from './lib/when'

  let ready = $state(false)
  let trouble = $state('')
  let help: HTMLDialogElement
  let chamber = $state<ChamberPage | null>(null)
  const ROLES: [Role, string][] = [
    ['OWNER', 'owner'],
    ['LEAD', 'lead'],
    ['KEEPER', 'keeper'],
    ['VISITOR', 'visitor'],
  ]

  /** Alarms that want somebody and do not stand on this page already. */
  const elsewhere = $derived(
    router.route.page === 'ward'
      ? []
      : alarms.wanting.filter((each) => each.leads.told && !(router.route.page === 'chamber' && router.route.step === 'run' && router.route.id === each.leads.chamberId)),
  )

  async function told(work: Promise<void>) {
    try {
      await work
      trouble = ''
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      trouble = `${failed.title}. ${failed.detail}`
    }
  }

  onMount(() => {
    const signedOut = () => void told(session.load())
    addEventListener(SIGNED_OUT, signedOut)
    return () => removeEventListener(SIGNED_OUT, signedOut)
  })
  onMount(() => {
    const leaving = new AbortController()
    const read = async () => {
      await session.load()
      trouble = ''
      ready = true
    }
    const away = (failed: Problem) => {
      trouble = `${failed.title}. ${failed.detail}`
      ready = true
    }
    void untilRead(read, away, leaving.signal)
    return () => leaving.abort()
  })

  async function lookAt(list: HTMLSelectElement) {
    await told(session.lookAt(list.value))
    list.value = session.siteId ?? ''
    router.go('/')
  }

  // Alarms are of the site that is looked at, and of nobody who is not signed in.
  $effect(() => {
    if (!ready || (!session.demo && session.role === null)) return
    void session.siteId
    alarms.start()
    return () => alarms.stop()
  })

  async function pick(list: HTMLSelectElement) {
    await told(session.pick(list.value as Role))
    list.value = session.role ?? ''
  }

  /** Single letters work only where nothing is being typed, and can be switched off (WCAG 2.1.4). */
  function onkeydown(event: KeyboardEvent) {
    const target = event.target as HTMLElement
    if (!prefs.shortcuts || event.ctrlKey || event.metaKey || event.altKey) return
    if (target.closest('input, select, textarea, dialog, [contenteditable]')) return
    const { route } = router
    if (event.key === '?') help.showModal()
    else if (event.key === 'w') router.go('/')
    else if (event.key === 'c') router.go('/calendar')
    else if (event.key === 's') chamber?.save()
    else if (event.key === 'u') chamber?.undo()
    else if (route.page === 'chamber' && /^[1-8]$/.test(event.key)) router.go(`/chambers/${route.id}/${STEPS[Number(event.key) - 1]}`)
    else return
    event.preventDefault()
  }
</script>

<svelte:window {onkeydown} />

<a
  class="skip"
  href="#main"
  onclick={(event) => {
    event.preventDefault()
    document.getElementById('main')?.focus()
  }}>Skip to the content</a
>
<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
<div onclick={follow}>
  <main id="main" tabindex="-1">
    {#if !ready}
      <p class="wait quiet">Kiln Ward is coming …</p>
    {:else}
      {#if trouble}<p class="trouble" role="alert">
          <span class="mark act" aria-hidden="true">◆</span>{trouble} <button class="button" onclick={() => location.reload()}>Try again</button>
        </p>{/if}
      {#if reach.keptFrom}
        <p class="trouble no-print" role="status">
          <span class="mark mind" aria-hidden="true">▲</span>The server does not answer. This is what was last read, {reach.keptFrom.toLocaleString('en-GB', {
            dateStyle: 'medium',
            timeStyle: 'short',
          })}; it may have changed since. <button class="button" onclick={() => location.reload()}>Try again</button>
        </p>
      {/if}
      {#if reach.outdated}
        <p class="trouble no-print" role="status">
          <span class="mark mind" aria-hidden="true">▲</span>Kiln Ward was updated since this page was opened. What you have not saved is kept in this browser.
          <button class="button" onclick={() => location.reload()}>Load the page again</button>
        </p>
      {/if}
      {#if alarms.notices.overdue[0]}
        {@const late = alarms.notices.overdue[0]}
        <p class="trouble no-print" role="alert">
          <span class="mark act" aria-hidden="true">◆</span><b
            >{alarms.notices.overdue.length === 1 ? 'An alarm message is' : `${alarms.notices.overdue.length} alarm messages are`} not delivered: to {late.person}
            by {late.kind === 'EMAIL' ? 'mail' : 'web hook'}, since {when(late.since, 'minute')}.</b
          >
          Call them yourself.
          {#if session.mayPlan}<a href="/telling">See what is wrong</a>{/if}
        </p>
      {/if}
      {#if alarms.notices.clockBehindS !== null}
        <p class="trouble no-print" role="alert">
          <span class="mark act" aria-hidden="true">◆</span><b>The server’s clock is {duration(alarms.notices.clockBehindS)} behind all devices.</b> It is probably wrong: their readings
          are quarantined until it is set. Whoever runs the server: set its clock.
        </p>
      {/if}
      {#if elsewhere[0]}
        {@const first = elsewhere[0].leads}
        <p class="trouble no-print" role="alert">
          <span class="mark {URGENCIES[first.urgency].tone}" aria-hidden="true">{URGENCIES[first.urgency].sign}</span><b
            >{first.chamber}, {first.series}: {sentence(first, prefs.unit)}.</b
          >
          {#if elsewhere.length > 1}And {elsewhere.length - 1} more.{/if}
          <a href="/chambers/{first.chamberId}/run#alarms">See what to do first</a>
        </p>
      {/if}
      {#if router.route.page === 'join'}
        {#await import('./routes/Join.svelte') then { default: Join }}<Join />{/await}
      {:else if !session.demo && session.name === null}
        {#if !trouble}{#await import('./routes/SignIn.svelte') then { default: SignIn }}<SignIn />{/await}{/if}
      {:else if router.route.page === 'account' || (!session.demo && session.role === null)}
        {#await import('./routes/Account.svelte') then { default: Account }}<Account />{/await}
      {:else if router.route.page === 'people'}
        {#key session.siteId}{#await import('./routes/People.svelte') then { default: People }}<People />{/await}{/key}
      {:else if router.route.page === 'record'}
        {#key session.siteId}{#await import('./routes/Record.svelte') then { default: Record }}<Record />{/await}{/key}
      {:else if router.route.page === 'backups'}
        {#await import('./routes/Backups.svelte') then { default: Backups }}<Backups />{/await}
      {:else if router.route.page === 'tour'}
        {#await import('./routes/Tour.svelte') then { default: Tour }}<Tour />{/await}
      {:else if router.route.page === 'trainer'}
        {#await import('./routes/Trainer.svelte') then { default: Trainer }}<Trainer />{/await}
      {:else if router.route.page === 'ward'}
        {#key session.siteId}<Ward />{/key}
      {:else if router.route.page === 'new'}
        {#await import('./routes/NewChamber.svelte') then { default: NewChamber }}<NewChamber />{/await}
      {:else if router.route.page === 'compare'}
        {#await import('./routes/Compare.svelte') then { default: Compare }}<Compare />{/await}
      {:else if router.route.page === 'calendar'}
        {#await import('./routes/Calendar.svelte') then { default: Calendar }}<Calendar />{/await}
      {:else if router.route.page === 'capacity'}
        {#await import('./routes/Capacity.svelte') then { default: Capacity }}<Capacity />{/await}
      {:else if router.route.page === 'telling'}
        {#await import('./routes/Telling.svelte') then { default: Telling }}<Telling />{/await}
      {:else if router.route.page === 'next-time'}
        {@const { id, batch } = router.route}
        {#await import('./routes/NextTime.svelte') then { default: NextTime }}{#key batch}<NextTime {id} {batch} />{/key}{/await}
      {:else if router.route.page === 'chamber'}
        {@const { id, step } = router.route}
        {#await import('./routes/ChamberPage.svelte') then { default: Chamber }}{#key id}<Chamber bind:this={chamber} {id} {step} />{/key}{/await}
      {:else}
        <div class="wait">
          <h1>Nothing stands here</h1>
          <p><a class="button" href="/">All chambers</a></p>
        </div>
      {/if}
    {/if}
  </main>
  <footer class="no-print small">
    {#if !session.demo && session.name}
      <a href="/account">{session.name}{session.role ? `, ${levelName(session.role)}` : ''}</a>
      {#if session.sites.length > 1}
        <label>
          at
          <select value={session.siteId} onchange={(event) => lookAt(event.currentTarget)}>
            {#each session.sites as each (each.id)}<option value={each.id}>{each.name}</option>{/each}
          </select>
        </label>
      {/if}
    {/if}
    {#if session.demo && session.role}
      <label>
        You are the
        <select value={session.role} onchange={(event) => pick(event.currentTarget)}>
          {#each ROLES as [role, name] (role)}<option value={role}>{name}</option>{/each}
        </select>
      </label>
    {/if}
    <label>
      Temperatures in
      <select bind:value={prefs.unit}>
        <option value="C">°C</option>
        <option value="F">°F</option>
      </select>
    </label>
    <label>
      Theme
      <select bind:value={prefs.theme}>
        <option value="day">day</option>
        <option value="night">night</option>
      </select>
    </label>
    <button class="link small" onclick={() => help.showModal()}>Keys and words (?)</button>
    <span class="quiet">A planner and a record, not a safety device.</span>
  </footer>
</div>

<Ask />

<dialog bind:this={help} aria-labelledby="help-title">
  <h2 id="help-title">Keys and words</h2>
  <dl>
    <dt>?</dt>
    <dd>this list</dd>
    <dt>w</dt>
    <dd>all chambers</dd>
    <dt>1 … 8</dt>
    <dd>occupant, chamber, probes, loads, settings, card, check, faults</dd>
    <dt>s</dt>
    <dd>save</dd>
    <dt>u</dt>
    <dd>undo</dd>
    <dt>↑ ↓</dt>
    <dd>on a rung or a key: one step of the controller</dd>
    <dt>← → ↑ ↓</dt>
    <dd>on a part in the drawing: a centimetre; with Shift five</dd>
    <dt>Page ↑ ↓</dt>
    <dd>on a rung: ten steps</dd>
    <dt>Shift</dt>
    <dd>with arrows or while dragging a switching point: both points together</dd>
  </dl>
  <h3>What words mean here</h3>
  <dl class="words">
    {#each Object.entries(GLOSSARY) as [word, meaning] (word)}<dt>{word}</dt>
      <dd>{meaning}</dd>{/each}
  </dl>
  <label class="check"><input type="checkbox" bind:checked={prefs.shortcuts} /> Single letters work as keys</label>
  <p><button class="button main" onclick={() => help.close()}>Close</button></p>
</dialog>

<style>
  main:focus {
    outline: none;
  }

  .skip {
    position: absolute;
    left: -999px;
    padding: 8px;
    background: var(--sheet);
    color: var(--ink);
    z-index: 2;
  }

  .skip:focus {
    left: 8px;
    top: 8px;
  }

  .wait,
  .trouble {
    padding: 40px 22px;
  }

  .trouble {
    padding: 12px 22px;
    background: var(--alarm-ground);
  }

  footer {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px 22px;
    padding: 12px 22px 20px;
    border-top: 1px solid var(--hairline);
  }

  footer select {
    min-height: 34px;
  }

  dialog {
    line-height: 1.5;
  }

  dl {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 4px 16px;
  }

  dt {
    font-family: 'Atkinson Hyperlegible Mono Variable', monospace;
    font-weight: 700;
  }

  dd {
    margin: 0;
  }

  .check {
    display: flex;
    align-items: center;
    gap: 8px;
    padding: 8px 0;
  }
</style>
