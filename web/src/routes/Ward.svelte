<script lang="ts">
  import { when } from '../lib/when'
  import AlarmGroup from '../lib/alarm/AlarmGroup.svelte'
  import { alarms } from '../lib/alarm/alarms.svelte'
  import { onMount } from 'svelte'
  import { api, Problem, dataOf } from '../lib/api/client'
  import type { Outlook, TaskView, WardRow } from '../lib/api/types'
  import { dueChecks } from '../lib/check/due'
  import { sinceStart, subtitle } from '../lib/chamber/subtitle'
  import { found, grouped, SHOWN, type Grouping } from '../lib/chamber/ward'
  import { envelopePath, rangeOf, scaleOf } from '../lib/ladder/scale'
  import { ago } from '../lib/live/quantities'
  import { LiveWard } from '../lib/live/ward.svelte'
  import { local, titleOf } from '../lib/plan/words'
  import { prefs } from '../lib/prefs.svelte'
  import { session } from '../lib/session.svelte'
  import { celsiusTo, fill, fixed, level } from '../lib/units'

  interface Row {
    view: WardRow
    answer: Outlook | null
    /** Why it could not be rehearsed all the same; null where it was, or where nobody has tried. */
    refused: string | null
  }
  /** Rehearsed beside each other: the server gives one address no more at once. */
  const AT_ONCE = 3
  const TOLD = 60
  /** From so many on they are looked for, and grouped. */
  const MANY = 12
  const MISSING = { OCCUPANT: 'who lives in it', BOX: 'the box', CONTENTS: 'what is inside', ROOM: 'the room' } as const
  let rows = $state.raw<Row[] | null>(null)
  let due = $state.raw(new Set<string>())
  let trouble = $state.raw<Problem | null>(null)
  let search = $state('')
  let grouping = $state<Grouping>('need')
  let shown = $state(SHOWN)
  const live = new LiveWard()

  async function load() {
    trouble = null
    try {
      const views = await dataOf(api.get('/ward'))
      rows = views.map((view) => ({ view, answer: null, refused: null }))
      live.start(views)
      due = new Set((await dueChecks()).filter((each) => each.due.due && each.due.why !== 'NEVER_CHECKED').map((each) => each.chamberId))
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      trouble = failed
    }
  }

  /** The nights of those that are drawn: known ones at once, the others rehearsed beside each other. */
  let looking = false
  /** Whoever has left the page waits for nothing on it any more; what is derived for it stands still from then on. */
  let left = false
  async function lookAhead(drawn: Row[]) {
    if (looking || left) return
    // As many as are told at once.
    const wanted = drawn.filter((row) => row.view.ready && !row.answer && !row.refused).slice(0, TOLD)
    if (wanted.length === 0) return
    looking = true
    try {
      const known = wanted.filter((row) => row.view.rehearsed).map((row) => row.view.id)
      if (known.length > 0) {
        const nights = await dataOf(api.get('/outlooks', { params: { query: { of: known } } }))
        rows = rows!.map((row) => (nights[row.view.id] ? { ...row, answer: nights[row.view.id]! } : row))
      }
      const waiting = wanted.filter((row) => !rows!.find((each) => each.view === row.view)?.answer).map((row) => row.view)
      await Promise.all(
        Array.from({ length: AT_ONCE }, async () => {
          for (let view = waiting.shift(); view && !left; view = waiting.shift()) await rehearse(view)
        }),
      )
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      trouble = failed
    } finally {
      looking = false
    }
    if (!trouble && !left) void lookAhead(visible)
  }

  /** One that cannot be rehearsed says so itself: the others are none the worse for it. */
  async function rehearse(view: WardRow) {
    let told: Pick<Row, 'answer' | 'refused'>
    try {
      const answer = await dataOf(api.get('/chambers/{id}/outlook', { params: { path: { id: view.id } } }))
      told = { answer, refused: null }
    } catch (failed) {
      // Without the server, or when it has too much to do, it is everybody's trouble.
      if (!(failed instanceof Problem) || failed.status !== 400) throw failed
      told = { answer: null, refused: failed.errors[0] ? `${failed.errors[0].field.replace(/^chamber\./, '')} ${failed.errors[0].allowed}` : failed.detail }
    }
    rows = rows!.map((row) => (row.view === view ? { ...row, ...told } : row))
  }
  /** Messages about alarms that were not taken; for who may do something about it. */
  let undelivered = $state(0)
  async function lookAtMessages() {
    if (!session.mayPlan) return
    try {
      const { messages } = await dataOf(api.get('/ways'))
      undelivered = messages.filter((each) => each.sentAt === null && each.trouble !== null && (each.droppedWhy === null || each.droppedWhy === 'GAVE_UP')).length
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
    }
  }
  /** What is wrong with the backups; for owners, who can do something about it. */
  let backups = $state<string | null>(null)
  async function lookAtBackups() {
    if (!session.mayOwn) return
    try {
      backups = (await dataOf(api.get('/backups'))).wrong
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
    }
  }
  /** What is to be done: overdue, and the next within a week. */
  let tasks = $state.raw<TaskView[]>([])
  const overdue = $derived(tasks.filter((each) => each.overdue))
  const next = $derived(tasks.find((each) => each.toDo && !each.overdue))
  const lookAtTasks = () =>
    dataOf(api.get('/tasks', { params: { query: { hours: 168 } } })).then(
      (found) => (tasks = found),
      (failed) => {
        if (!(failed instanceof Problem)) throw failed
      },
    )
  onMount(() => {
    void load()
    void lookAtMessages()
    void lookAtBackups()
    void lookAtTasks()
    live.ontask = () => void lookAtTasks()
    const timer = setInterval(() => {
      void lookAtMessages()
      void lookAtTasks()
    }, 30_000)
    return () => {
      left = true
      live.stop()
      clearInterval(timer)
    }
  })

  /** Whether a display wants a check again; one that was never checked is not begun rather than due. */
  const isDue = (row: Row) => due.has(row.view.id)
  const sounding = $derived.by(() => {
    const by = new Map<string, typeof alarms.groups>()
    for (const group of alarms.groups) by.set(group.leads.chamberId, [...(by.get(group.leads.chamberId) ?? []), group])
    return by
  })

  /** Most in need first: what will harm, what works badly, what is well, what is not begun. */
  function rank(row: Row): number {
    const groups = sounding.get(row.view.id) ?? []
    if (groups.some((each) => each.wants && each.leads.urgency !== 'MIND' && each.leads.state !== 'RETURNED')) return -1
    if (groups.some((each) => each.wants)) return 0.5
    if (row.refused) return 1
    // Who says nothing may be well or not.
    const silent = live.of(row.view.id)?.silent === true
    if (!row.answer && !row.view.rehearsed) return silent ? 1 : row.view.ready ? 2 : 3
    const worst = row.answer ? (row.answer.findings[0]?.severity ?? null) : row.view.worst
    return worst === 'NEEDS_YOU_NOW' ? 0 : worst !== null || isDue(row) || silent ? 1 : 2
  }
  const ranks = $derived(new Map((rows ?? []).map((row) => [row.view.id, rank(row)])))
  const rankOf = (row: Row) => ranks.get(row.view.id) ?? 3
  const ranked = $derived(rows ? [...rows].sort((a, b) => rankOf(a) - rankOf(b)) : [])
  /** A row must not move from under the finger that is about to press it: the order waits until nobody is at it. */
  let held = $state(false)
  let order = $state.raw(new Map<string, number>())
  $effect(() => {
    if (!held) order = new Map(ranked.map((row, place) => [row.view.id, place]))
  })
  const sorted = $derived([...ranked].sort((a, b) => (order.get(a.view.id) ?? 0) - (order.get(b.view.id) ?? 0)))
  const matching = $derived(search.trim() ? sorted.filter((row) => found(row.view, search.trim())) : sorted)
  const inGroups = $derived(grouped(matching, grouping).flatMap((group) => group.rows))
  const visible = $derived(inGroups.slice(0, shown))
  const groups = $derived(grouped(visible, grouping))
  const counts = $derived(new Map(grouped(matching, grouping).map((group) => [group.name, { all: group.rows.length, want: group.rows.filter((row) => rankOf(row) < 2).length }])))
  $effect(() => void lookAhead(visible))
  const MARKS = [
    ['◆', 'act', 'Needs you now'],
    ['▲', 'mind', 'Mind this'],
    ['■', 'well', 'Well'],
    ['□', 'none', 'Not begun'],
  ] as const
  const markOf = (row: Row) => MARKS[Math.max(0, Math.ceil(rankOf(row)))]!
  const wanting = $derived(sorted.filter((row) => rankOf(row) < 2).length)
  const watched = $derived(rows?.filter((row) => alarms.watched[row.view.id]).length ?? 0)
  const alarmed = $derived(alarms.wanting.filter((each) => each.leads.urgency !== 'MIND' && each.leads.state !== 'RETURNED').length)
  const rehearsing = $derived(visible.some((row) => row.view.ready && !row.answer && !row.refused))
  const WORDS = ['Nothing wants', 'One wants', 'Two want', 'Three want', 'Four want', 'Five want']

  const today = $derived(when(new Date(), 'now'))

  function mini(row: Row, width: number, height: number) {
    const answer = row.answer!
    const needs = row.view.living!
    const range = rangeOf({
      keep: { low: needs.keepLowC, high: needs.keepHighC },
      harmLow: null,
      harmHigh: null,
      rungs: [],
      traceLow: answer.occupant.lowest,
      traceHigh: answer.occupant.highest,
    })
    const scale = scaleOf(range.low, range.high, 0, height)
    const { low, high } = answer.course
    return {
      path: envelopePath(low, high, (bucket) => ((bucket + 0.5) * width) / low.length, scale, 2.4),
      top: scale.y(needs.keepHighC),
      height: scale.y(needs.keepLowC) - scale.y(needs.keepHighC),
    }
  }
</script>

<svelte:head><title>Kiln Ward</title></svelte:head>

<header class="top">
  <h1>{session.site?.name ?? 'Kiln Ward'}</h1>
  <p class="quiet when">{today}</p>
  <p class="quiet">{rows && !rehearsing ? `${WORDS[wanting] ?? `${wanting} want`} you` : ''}</p>
  <a href="/calendar">Calendar</a>
  <a href="/trainer">Trainer</a>
  <a href="/tour">One hatch</a>
  <a href="/compare">Compare</a>
  <a href="/telling">Who is told</a>
  <a href="/people">People</a>
  {#if session.mayPlan}<a class="button main" href="/new">New chamber</a>{/if}
</header>

{#if trouble}
  <div class="trouble" role="alert">
    <h2><span class="mark act" aria-hidden="true">◆</span>{trouble.title}</h2>
    <p>{trouble.detail}</p>
    <button class="button main" onclick={load}>Try again</button>
  </div>
{/if}
{#if rows === null}
  {#if !trouble}<p class="trouble quiet">Fetching the chambers …</p>{/if}
{:else}
  {#if alarms.known && alarms.reached && rows.length > 0}
    <p class="watch" role="status">
      {#if alarmed > 0}<span class="mark act" aria-hidden="true">◆</span><b>{alarmed === 1 ? 'One alarm needs' : `${alarmed} alarms need`} you now.</b>
      {:else if alarms.wanting.length > 0}<span class="mark mind" aria-hidden="true">▲</span><b>No alarm sounds; {alarms.wanting.length} wait for somebody to say that they know.</b
        >
      {:else if watched === 0}<span class="mark mind" aria-hidden="true">▲</span><b>No rule is armed: no alarm can sound.</b>
        Open a chamber’s Run page, Alarms.
      {:else}<span class="mark well" aria-hidden="true">■</span><b>No alarm sounds.</b>
        <span class="quiet">{watched === 1 ? 'One chamber is' : `${watched} chambers are`} watched{rows.length > watched ? `, ${rows.length - watched} not` : ''}.</span>{/if}
    </p>
  {:else if alarms.known && !alarms.reached}
    <p class="watch" role="alert">
      <span class="mark mind" aria-hidden="true">▲</span><b>Alarms are not heard here at the moment: the server does not answer.</b> What you see is the last that was known.
    </p>
  {/if}
  {#if backups}
    <p class="watch"><span class="mark act" aria-hidden="true">◆</span><b>{backups}</b> <a href="/backups">Look at the backups</a></p>
  {/if}
  {#if undelivered > 0}
    <p class="watch">
      <span class="mark act" aria-hidden="true">◆</span><b>{undelivered === 1 ? 'One message about an alarm was' : `${undelivered} messages about alarms were`} not delivered.</b>
      <a href="/telling">See whose</a>
    </p>
  {/if}
  {#if overdue.length > 0}
    <p class="watch">
      <span class="mark act" aria-hidden="true">◆</span><b>{overdue.length === 1 ? 'One task is' : `${overdue.length} tasks are`} overdue:</b>
      {overdue[0]!.chamber ? `${overdue[0]!.chamber}, ` : ''}{titleOf(overdue[0]!)}, {local(overdue[0]!.due)}. <a href="/calendar">See the calendar</a>
    </p>
  {:else if next}
    <p class="watch">
      <span class="mark none" aria-hidden="true">□</span>Next: {next.chamber ? `${next.chamber}, ` : ''}{titleOf(next)}, {local(next.due)}. <a href="/calendar">Calendar</a>
    </p>
  {/if}
  {#if rows.length > MANY}
    <form class="tools" role="search" onsubmit={(event) => event.preventDefault()}>
      <label class="field"><span>Find a chamber</span><input type="search" bind:value={search} oninput={() => (shown = SHOWN)} /></label>
      <label class="field">
        <span>Grouped by</span>
        <select bind:value={grouping}>
          <option value="need">who needs somebody most</option>
          <option value="place">where they stand</option>
          <option value="living">what lives there</option>
        </select>
      </label>
      <p class="quiet" role="status">{search.trim() ? `${matching.length} of ${rows.length}` : `${rows.length} chambers`}</p>
    </form>
  {/if}
  {#each groups as group (group.name)}
    {#if group.name}
      {@const { all, want } = counts.get(group.name)!}
      <h2 class="group">
        {group.name} <span class="quiet">{all === 1 ? 'one chamber' : `${all} chambers`}, {want === 0 ? 'none wants you' : want === 1 ? 'one wants you' : `${want} want you`}</span>
      </h2>
    {/if}
    <ul onpointerenter={() => (held = true)} onpointerleave={() => (held = false)} onfocusin={() => (held = true)} onfocusout={() => (held = false)}>
      {#each group.rows as row (row.view.id)}
        {@const view = row.view}
        {@const living = view.living}
        {@const [sign, tone, words] = view.ready && !row.answer && !row.refused ? ([' ', 'none', 'Rehearsing'] as const) : markOf(row)}
        {@const first = row.answer?.findings[0]}
        {@const groups = (sounding.get(view.id) ?? []).filter((each) => each.wants || each.leads.state !== 'SHELVED')}
        <li class={tone} class:sounding={groups.some((each) => each.wants)}>
          <span class="mark {tone}" aria-hidden="true">{sign}</span>
          <div class="who">
            <h2><a href="/chambers/{view.id}/{living && view.litres !== null ? 'settings' : 'chamber'}">{view.name}</a></h2>
            <p class="quiet">{subtitle(view)}{sinceStart(living)}</p>
            <span class="sr-only">{words}</span>
          </div>
          {#if row.answer && living}
            {@const drawn = mini(row, 420, 74)}
            {@const measured = live.of(row.view.id)}
            <div class="reading">
              {#if measured}
                <p class="mono figure">{fixed(celsiusTo(prefs.unit, measured.value), 1)} °{prefs.unit}</p>
                <p class={measured.silent ? 'silent' : 'quiet'}>
                  {#if measured.silent}<span class="mark mind" aria-hidden="true">▲</span>nothing heard since, {ago(measured.ageS)}{:else}measured, {ago(measured.ageS)}{/if}
                </p>
                <p class="small"><a href="/chambers/{row.view.id}/run">{measured.name}</a></p>
              {:else}
                <p class="mono figure">{fixed(celsiusTo(prefs.unit, row.answer.occupant.mean), 1)} °{prefs.unit}</p>
                <p class="quiet">
                  {living.where}{#if row.answer.humidityPct !== null}, {fixed(row.answer.humidityPct, 0)} %RH{/if}, rehearsed
                </p>
              {/if}
            </div>
            <svg
              class="mini"
              viewBox="0 0 420 74"
              preserveAspectRatio="none"
              role="img"
              aria-label="Rehearsed night: {level(row.answer.occupant.lowest, prefs.unit)} to {level(row.answer.occupant.highest, prefs.unit)} {living.where}"
            >
              <rect width="420" height="74" fill="var(--sheet)" />
              <rect y={drawn.top} width="420" height={drawn.height} fill="var(--keep)" />
              <path d={drawn.path} fill="var(--ink)" />
            </svg>
          {:else}
            <div class="reading"><p class="mono figure">—</p></div>
            <div class="mini none"></div>
          {/if}
          {#if groups.length > 0}
            <div class="alarms">
              {#each groups.slice(0, 3) as group (group.causeId)}
                <AlarmGroup {group} brief keep={living ? { low: living.keepLowC, high: living.keepHighC } : null} />
              {/each}
              <p>
                <a href="/chambers/{row.view.id}/run#alarms">{groups.length > 3 ? `All ${groups.length} alarms, and what they may be` : 'What it may be, and how it goes on'}</a>
              </p>
            </div>
          {/if}
          <div class="says">
            {#if first}
              <p><b>{fill(first.title, first.numbers, prefs.unit)}</b></p>
              <p class="small">{fill(first.reason, first.numbers, prefs.unit)}</p>
              <a href="/chambers/{row.view.id}/settings">{row.answer!.findings.length > 1 ? `See it and ${row.answer!.findings.length - 1} more` : 'See it on the ladder'}</a>
            {:else if row.answer}
              <p><b>in band all night in the rehearsal</b></p>
              {#if !isDue(row)}<a href="/chambers/{row.view.id}/card">Open the card</a>{/if}
            {:else if row.refused}
              <p><b>cannot be rehearsed as it is planned</b></p>
              <p class="small">{row.refused}</p>
              <a href="/chambers/{row.view.id}/chamber">Mend the plan</a>
            {:else if view.ready}
              <p class="quiet">rehearsing …</p>
            {:else}
              <p><b>{view.missing.length ? 'planned, not measured yet' : view.controllers ? 'no settings saved yet' : 'no controller yet'}</b></p>
              {#if view.missing.length}<p class="small quiet">Missing: {view.missing.map((part) => MISSING[part]).join(', ')}.</p>{/if}
              <a href="/chambers/{row.view.id}/{living ? (view.missing.length ? 'chamber' : 'settings') : 'occupant'}">Go on planning</a>
            {/if}
            {#if isDue(row)}<a href="/chambers/{row.view.id}/check">{first ? 'Its display wants a check, too' : 'Its display wants a check'}</a>{/if}
          </div>
        </li>
      {/each}
    </ul>
  {:else}
    <p class="trouble">
      {#if rows.length > 0}No chamber is called so.
        <button class="button" onclick={() => (search = '')}>Show all again</button>
      {:else}No chamber yet. {#if session.mayPlan}<a href="/new">Plan the first one</a>{/if}{/if}
    </p>
  {/each}
  {#if visible.length < matching.length}
    <p class="foot"><button class="button" onclick={() => (shown += SHOWN)}>Show {Math.min(SHOWN, matching.length - visible.length)} more of {matching.length}</button></p>
  {/if}
  <p class="foot small quiet">Pictures are rehearsed nights. Values are rehearsed, too, where they do not say that they are measured.</p>
{/if}

<style>
  .silent {
    font-weight: 600;
  }

  .watch {
    padding: 10px 22px;
    font-size: var(--large);
    border-bottom: 1px solid var(--hairline);
  }

  .alarms {
    grid-column: 2 / -1;
    grid-row: 2;
    display: grid;
    gap: 8px;
  }

  .top {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px 16px;
    padding: 12px 22px;
    border-bottom: 3px solid var(--ink);
  }

  .when {
    flex: 1;
  }

  ul {
    margin: 0;
    padding: 0;
    list-style: none;
  }

  li {
    display: grid;
    grid-template-columns: 22px minmax(180px, 1.1fr) 150px minmax(120px, 1.6fr) minmax(220px, 1.4fr);
    align-items: center;
    gap: 12px;
    padding: 16px 22px;
    border-bottom: 1px solid var(--hairline);
  }

  li.act {
    background: var(--alarm-ground);
    border-bottom: 3px solid var(--alarm);
  }

  .mark {
    font-size: 22px;
  }

  h2 {
    overflow-wrap: anywhere;
  }

  h2 a {
    color: inherit;
    text-decoration: none;
  }

  h2 a:hover {
    text-decoration: underline;
  }

  .figure {
    font-size: var(--huge);
    line-height: 1.2;
  }

  .mini {
    width: 100%;
    height: 74px;
  }

  .says {
    display: grid;
    gap: 2px;
  }

  .says a {
    color: inherit;
    font-weight: 700;
    text-decoration-thickness: 2px;
    text-underline-offset: 4px;
    padding: 4px 0;
  }

  .trouble,
  .foot {
    display: grid;
    gap: 12px;
    justify-items: start;
    padding: 20px 22px;
  }

  .tools {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 8px 20px;
    padding: 12px 22px;
    border-bottom: 1px solid var(--hairline);
  }

  .group {
    padding: 18px 22px 6px;
    border-bottom: 1px solid var(--ink);
  }

  @media (max-width: 700px) {
    .when {
      flex-basis: 100%;
      order: 1;
    }
  }

  @media (max-width: 900px) {
    li {
      grid-template-columns: 22px minmax(0, 1fr) auto;
      padding: 14px;
    }

    .mini,
    .says {
      grid-column: 2 / 4;
    }

    .mini {
      height: 56px;
    }

    .mini.none,
    .sounding .mini {
      display: none;
    }

    .alarms {
      grid-row: auto;
      grid-column: 1 / -1;
    }
  }
</style>
