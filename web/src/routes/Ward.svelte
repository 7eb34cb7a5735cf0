<script lang="ts">
  import { onMount } from 'svelte'
  import { alarms } from '../lib/alarm/alarms.svelte'
  import { api, Problem, dataOf } from '../lib/api/client'
  import type { TaskView } from '../lib/api/types'
  import { dueChecks } from '../lib/check/due'
  import { local, titleOf } from '../lib/plan/words'
  import { session } from '../lib/session.svelte'
  import { LiveWard } from '../lib/ward/live.svelte'
  import { isWaiting, WardNights, type Row } from '../lib/ward/nights.svelte'
  import { found, grouped, SHOWN, type Grouping } from '../lib/ward/rows'
  import WardRow from '../lib/ward/WardRow.svelte'
  import { when } from '../lib/when'

  /** From so many on they are looked for, and grouped. */
  const MANY = 12
  const nights = new WardNights()
  const rows = $derived(nights.rows)
  let due = $state.raw(new Set<string>())
  let search = $state('')
  let grouping = $state<Grouping>('need')
  let shown = $state(SHOWN)
  const live = new LiveWard()

  async function load() {
    const views = await nights.load()
    if (nights.trouble) return
    live.start(views)
    due = new Set((await dueChecks()).filter((each) => each.due.due && each.due.why !== 'NEVER_CHECKED').map((each) => each.chamberId))
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
  /** What is wrong with the backups; for who runs the installation and can do something about it. */
  let backups = $state<string | null>(null)
  async function lookAtBackups() {
    if (!session.operates) return
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
      nights.leave()
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
  $effect(() => {
    // Also when other rows are drawn.
    if (visible.length > 0) void nights.look(() => visible)
  })
  const wanting = $derived(sorted.filter((row) => rankOf(row) < 2).length)
  const watched = $derived(rows?.filter((row) => alarms.watched[row.view.id]).length ?? 0)
  const alarmed = $derived(alarms.wanting.filter((each) => each.leads.urgency !== 'MIND' && each.leads.state !== 'RETURNED').length)
  const rehearsing = $derived(visible.some(isWaiting))
  const WORDS = ['Nothing wants', 'One wants', 'Two want', 'Three want', 'Four want', 'Five want']

  const today = $derived(when(new Date(), 'now'))
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

{#if nights.trouble}
  <div class="trouble" role="alert">
    <h2><span class="mark act" aria-hidden="true">◆</span>{nights.trouble.title}</h2>
    <p>{nights.trouble.detail}</p>
    <button class="button main" onclick={load}>Try again</button>
  </div>
{/if}
{#if rows === null}
  {#if !nights.trouble}<p class="trouble quiet">Fetching the chambers …</p>{/if}
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
  {#if backups && session.operates}
    <p class="watch"><span class="mark act" aria-hidden="true">◆</span><b>{backups}</b> <a href="/backups">Look at the backups</a></p>
  {/if}
  {#if undelivered > 0 && session.mayPlan}
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
        <WardRow {row} rank={rankOf(row)} due={isDue(row)} alarms={sounding.get(row.view.id) ?? []} measured={live.of(row.view.id)} />
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
  .watch {
    padding: 10px 22px;
    font-size: var(--large);
    border-bottom: 1px solid var(--hairline);
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

  .mark {
    font-size: 22px;
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
</style>
