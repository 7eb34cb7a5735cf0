<script lang="ts">
  import { when } from '../lib/when'
  import AlarmGroup from '../lib/alarm/AlarmGroup.svelte'
  import { alarms } from '../lib/alarm/alarms.svelte'
  import { onMount } from 'svelte'
  import { api, Problem, dataOf } from '../lib/api/client'
  import type { ChamberDueView, ChamberView, Outlook, TaskView } from '../lib/api/types'
  import { dueChecks } from '../lib/check/due'
  import { missingParts } from '../lib/chamber/draft'
  import { sinceStart, subtitle } from '../lib/chamber/subtitle'
  import { envelopePath, rangeOf, scaleOf } from '../lib/ladder/scale'
  import { ago } from '../lib/live/quantities'
  import { LiveWard } from '../lib/live/ward.svelte'
  import { local, titleOf } from '../lib/plan/words'
  import { prefs } from '../lib/prefs.svelte'
  import { session } from '../lib/session.svelte'
  import { celsiusTo, fill, fixed, level } from '../lib/units'

  interface Row {
    view: ChamberView
    answer: Outlook | null
    /** Whether everything is there to rehearse it. */
    ready: boolean
    /** Why it could not be rehearsed all the same; null where it was, or where nobody has tried. */
    refused: string | null
  }
  /** Rehearsed beside each other: the server gives one address no more at once. */
  const AT_ONCE = 3
  let rows = $state.raw<Row[] | null>(null)
  let due = $state.raw<ChamberDueView[]>([])
  let trouble = $state.raw<Problem | null>(null)

  async function load() {
    trouble = null
    try {
      const [views, known] = await Promise.all([dataOf(api.get('/chambers')), dataOf(api.get('/outlooks'))])
      rows = views.map((view) => ({
        view,
        answer: known[view.id] ?? null,
        refused: null,
        ready:
          missingParts(view.plan).length === 0 &&
          view.plan.controllers.length > 0 &&
          view.plan.controllers.every((each) => view.settings.some((saved) => saved.controllerId === each.id)),
      }))
      const waiting = rows.filter((row) => row.ready && !row.answer).map((row) => row.view)
      const hands = Array.from({ length: AT_ONCE }, async () => {
        for (let view = waiting.shift(); view; view = waiting.shift()) await rehearse(view)
      })
      const checks = dueChecks().then((all) => (due = all.filter((each) => each.due.due && each.due.why !== 'NEVER_CHECKED')))
      await Promise.all([checks, ...hands])
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      trouble = failed
    }
  }

  /** One that cannot be rehearsed says so itself: the others are none the worse for it. */
  async function rehearse(view: ChamberView) {
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
  const live = new LiveWard()
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
    void live.start()
    void lookAtMessages()
    void lookAtBackups()
    void lookAtTasks()
    live.ontask = () => void lookAtTasks()
    const timer = setInterval(() => {
      void lookAtMessages()
      void lookAtTasks()
    }, 30_000)
    return () => {
      live.stop()
      clearInterval(timer)
    }
  })

  /** Whether a display wants a check again; one that was never checked is not begun rather than due. */
  const isDue = (row: Row) => due.some((each) => each.chamberId === row.view.id)

  /** Most in need first: what will harm, what works badly, what is well, what is not begun. */
  function rank(row: Row): number {
    const groups = alarms.of(row.view.id)
    if (groups.some((each) => each.wants && each.leads.urgency !== 'MIND' && each.leads.state !== 'RETURNED')) return -1
    if (groups.some((each) => each.wants)) return 0.5
    if (row.refused) return 1
    // Who says nothing may be well or not.
    const silent = live.of(row.view.id)?.silent === true
    const findings = row.answer?.findings
    if (!findings) return silent ? 1 : row.ready ? 2 : 3
    return findings.some((each) => each.severity === 'NEEDS_YOU_NOW') ? 0 : findings.length > 0 || isDue(row) || silent ? 1 : 2
  }
  const ranked = $derived(rows ? [...rows].sort((a, b) => rank(a) - rank(b)) : [])
  /** A row must not move from under the finger that is about to press it: the order waits until nobody is at it. */
  let held = $state(false)
  let order = $state.raw<string[]>([])
  $effect(() => {
    if (!held) order = ranked.map((row) => row.view.id)
  })
  const sorted = $derived([...ranked].sort((a, b) => order.indexOf(a.view.id) - order.indexOf(b.view.id)))
  const MARKS = [
    ['◆', 'act', 'Needs you now'],
    ['▲', 'mind', 'Mind this'],
    ['■', 'well', 'Well'],
    ['□', 'none', 'Not begun'],
  ] as const
  const markOf = (row: Row) => MARKS[Math.max(0, Math.ceil(rank(row)))]!
  const wanting = $derived(sorted.filter((row) => rank(row) < 2).length)
  const watched = $derived(rows?.filter((row) => alarms.watched[row.view.id]).length ?? 0)
  const alarmed = $derived(alarms.wanting.filter((each) => each.leads.urgency !== 'MIND' && each.leads.state !== 'RETURNED').length)
  const rehearsing = $derived(sorted.some((row) => row.ready && !row.answer && !row.refused))
  const WORDS = ['Nothing wants', 'One wants', 'Two want', 'Three want', 'Four want', 'Five want']

  const today = $derived(when(new Date(), 'now'))

  function mini(row: Row, width: number, height: number) {
    const answer = row.answer!
    const needs = row.view.plan.occupancy!
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
  <ul onpointerenter={() => (held = true)} onpointerleave={() => (held = false)} onfocusin={() => (held = true)} onfocusout={() => (held = false)}>
    {#each sorted as row (row.view.id)}
      {@const [sign, tone, words] = row.ready && !row.answer && !row.refused ? ([' ', 'none', 'Rehearsing'] as const) : markOf(row)}
      {@const plan = row.view.plan}
      {@const first = row.answer?.findings[0]}
      {@const groups = alarms.of(row.view.id).filter((each) => each.wants || each.leads.state !== 'SHELVED')}
      <li class={tone} class:sounding={groups.some((each) => each.wants)}>
        <span class="mark {tone}" aria-hidden="true">{sign}</span>
        <div class="who">
          <h2><a href="/chambers/{row.view.id}/{plan.occupancy && plan.box ? 'settings' : 'chamber'}">{plan.name}</a></h2>
          <p class="quiet">{subtitle(plan)}{sinceStart(plan)}</p>
          <span class="sr-only">{words}</span>
        </div>
        {#if row.answer && plan.occupancy}
          {@const drawn = mini(row, 420, 74)}
          {@const measured = live.of(row.view.id)}
          <div class="reading">
            {#if measured}
              <p class="mono figure">{fixed(celsiusTo(prefs.unit, measured.value), 1)} °{prefs.unit}</p>
              <p class={measured.silent ? 'silent' : 'quiet'}>
                {#if measured.silent}<span class="mark mind" aria-hidden="true">▲</span>nothing heard since, {ago(measured.ageS)}{:else}measured, {ago(measured.ageS)}{/if}
              </p>
              <p class="small"><a href="/chambers/{row.view.id}/run">{measured.series.name}</a></p>
            {:else}
              <p class="mono figure">{fixed(celsiusTo(prefs.unit, row.answer.occupant.mean), 1)} °{prefs.unit}</p>
              <p class="quiet">
                {plan.occupancy.where}{#if row.answer.humidityPct !== null}, {fixed(row.answer.humidityPct, 0)} %RH{/if}, rehearsed
              </p>
            {/if}
          </div>
          <svg
            class="mini"
            viewBox="0 0 420 74"
            preserveAspectRatio="none"
            role="img"
            aria-label="Rehearsed night: {level(row.answer.occupant.lowest, prefs.unit)} to {level(row.answer.occupant.highest, prefs.unit)} {plan.occupancy.where}"
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
              <AlarmGroup {group} brief keep={plan.occupancy ? { low: plan.occupancy.keepLowC, high: plan.occupancy.keepHighC } : null} />
            {/each}
            <p><a href="/chambers/{row.view.id}/run#alarms">{groups.length > 3 ? `All ${groups.length} alarms, and what they may be` : 'What it may be, and how it goes on'}</a></p>
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
          {:else if row.ready}
            <p class="quiet">rehearsing …</p>
          {:else}
            <p><b>{missingParts(plan).length ? 'planned, not measured yet' : plan.controllers.length ? 'no settings saved yet' : 'no controller yet'}</b></p>
            {#if missingParts(plan).length}<p class="small quiet">Missing: {missingParts(plan).join(', ')}.</p>{/if}
            <a href="/chambers/{row.view.id}/{plan.occupancy ? (missingParts(plan).length ? 'chamber' : 'settings') : 'occupant'}">Go on planning</a>
          {/if}
          {#if isDue(row)}<a href="/chambers/{row.view.id}/check">{first ? 'Its display wants a check, too' : 'Its display wants a check'}</a>{/if}
        </div>
      </li>
    {:else}
      <li class="empty">
        <p>
          No chamber yet. {#if session.mayPlan}<a href="/new">Plan the first one</a>{/if}
        </p>
      </li>
    {/each}
  </ul>
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

  li.empty {
    display: block;
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
