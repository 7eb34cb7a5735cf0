<script lang="ts">
  /** What is to be done on which day over all chambers: a week or a month, strips of batches, and one's own calendar. */
  import { onMount } from 'svelte'
  import { api, dataOf } from '../lib/api/client'
  import type { CalendarView, FeedView, TaskView } from '../lib/api/types'
  import BatchStrip from '../lib/plan/BatchStrip.svelte'
  import { month, monday, months, plus, week } from '../lib/plan/days'
  import { Work } from '../lib/parts/work.svelte'
  import TaskLine from '../lib/plan/TaskLine.svelte'
  import { local, titleOf } from '../lib/plan/words'
  import { session } from '../lib/session.svelte'
  import { when } from '../lib/when'
  import { confirmed } from '../lib/parts/ask.svelte'
  import Trouble from '../lib/parts/Trouble.svelte'

  const work = new Work()
  let view = $state<'week' | 'month'>('week')
  let day = $state(new Date().toISOString().slice(0, 10))
  let picked = $state<string | null>(null)
  let chamber = $state('')
  let calendar = $state.raw<CalendarView | null>(null)
  let overdue = $state.raw<TaskView[]>([])
  let feeds = $state.raw<FeedView[]>([])
  let address = $state<string | null>(null)
  const weeks = $derived(view === 'week' ? [week(day)] : month(day))
  const first = $derived(weeks[0]![0]!)
  const last = $derived(weeks.at(-1)!.at(-1)!)
  const load = () =>
    work.run(async () => {
      const query = { from: first, to: last }
      ;[calendar, overdue] = await Promise.all([
        dataOf(api.get('/calendar', { params: { query } })),
        dataOf(api.get('/tasks', { params: { query: { hours: 0 } } })).then((all) => all.filter((each) => each.overdue)),
      ])
      if (session.role) feeds = await dataOf(api.get('/feeds'))
    })
  onMount(() => {
    void load()
    const timer = setInterval(load, 60_000)
    return () => clearInterval(timer)
  })
  $effect(() => {
    void [first, last, session.role]
    void load()
  })
  const now = $derived(calendar?.now ?? `${day}T12:00`)
  const today = $derived(now.slice(0, 10))
  const names = $derived(
    [...new Set([...[...(calendar?.tasks ?? []), ...overdue].map((each) => each.chamber ?? ''), ...(calendar?.batches ?? []).map((each) => each.chamber)])]
      .filter((each) => each !== '')
      .sort(),
  )
  const mine = (each: { chamber?: string | null }) => chamber === '' || each.chamber === chamber
  const byDay = $derived.by(() => {
    const days: Record<string, TaskView[]> = {}
    for (const each of (calendar?.tasks ?? []).filter(mine)) (days[each.due.slice(0, 10)] ??= []).push(each)
    return days
  })
  const batches = $derived((calendar?.batches ?? []).filter(mine))
  const late = $derived(overdue.filter(mine))
  const step = (by: number) => {
    day = view === 'week' ? plus(monday(day), 7 * by) : months(day, by)
    picked = null
  }
  const heading = $derived(
    view === 'week'
      ? `${local(`${first}T00:00`, 'day')} to ${local(`${last}T00:00`, 'day')} ${last.slice(0, 4)}`
      : new Intl.DateTimeFormat('en-GB', { month: 'long', year: 'numeric', timeZone: 'UTC' }).format(new Date(`${day}T00:00:00Z`)),
  )
  const makeFeed = () =>
    work.run(async () => {
      const made = await dataOf(api.post('/feeds', {}))
      address = made.address === null ? null : location.origin + made.address
      feeds = await dataOf(api.get('/feeds'))
    })
  const revoke = (feed: FeedView) =>
    work.run(async () => {
      if (!(await confirmed('Revoke this address?', 'Calendars that read it find nothing there any more.', 'Revoke address'))) return
      await dataOf(api.remove('/feeds/{id}', { params: { path: { id: feed.id } } }))
      address = null
      feeds = await dataOf(api.get('/feeds'))
    })
  const mark = (task: TaskView) => (task.doneAt ? '■' : task.overdue ? '◆' : task.toDo ? '□' : '◇')
</script>

<svelte:head><title>Calendar · Kiln Ward</title></svelte:head>
<header class="masthead">
  <p><a href="/">All chambers</a></p>
  <h1>Calendar</h1>
  <p class="quiet">{heading}</p>
</header>
<div class="page">
  <div class="choose no-print">
    <button class="button" onclick={() => step(-1)}>Earlier</button>
    <button class="button" onclick={() => ((day = today), (picked = null))}>Today</button>
    <button class="button" onclick={() => step(1)}>Later</button>
    <label
      ><select aria-label="Shown as" bind:value={view} onchange={() => (picked = null)}><option value="week">a week</option><option value="month">a month</option></select></label
    >
    <label
      ><select aria-label="Chamber" bind:value={chamber}
        ><option value="">all chambers</option>{#each names as each (each)}<option>{each}</option>{/each}</select
      ></label
    >
    <a class="small" href="/capacity">How many to start each week</a>
  </div>
  <Trouble of={work.trouble} again={load} />
  {#if late.length > 0}
    <section>
      <h2><span class="mark act" aria-hidden="true">◆</span>{late.length === 1 ? 'One task is' : `${late.length} tasks are`} overdue</h2>
      <ul class="list">
        {#each late.slice(0, 8) as task (task.id)}<TaskLine {task} {now} onchange={load} />{/each}
      </ul>
      {#if late.length > 8}<p class="small quiet">and {late.length - 8} more</p>{/if}
    </section>
  {/if}
  {#if batches.length > 0}
    <section>
      <h2>Who lives where</h2>
      <div class="strips">
        {#each batches as batch (batch.id)}
          <p class="small"><a href="/chambers/{batch.chamberId}/run#plan">{batch.chamber}</a>: {batch.name}, {batch.pieces}</p>
          <BatchStrip {batch} {first} days={weeks.length * 7} {now} />
        {/each}
      </div>
    </section>
  {/if}
  {#if view === 'week'}
    <div class="week">
      {#each weeks[0]! as each (each)}
        <section class:today={each === today} aria-label={local(`${each}T00:00`, 'weekday')}>
          <h3>{local(`${each}T00:00`, 'weekday')}{each === today ? ', today' : ''}</h3>
          <ul class="list">
            {#each byDay[each] ?? [] as task (task.id)}<TaskLine {task} {now} onchange={load} />{:else}<li class="quiet small none">nothing</li>{/each}
          </ul>
        </section>
      {/each}
    </div>
  {:else}
    <div class="wide">
      <table>
        <thead
          ><tr
            >{#each ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as each (each)}<th scope="col">{each}</th>{/each}</tr
          ></thead
        >
        <tbody>
          {#each weeks as row (row[0])}
            <tr>
              {#each row as each (each)}
                {@const of = byDay[each] ?? []}
                <td class:today={each === today} class:outside={each.slice(0, 7) !== day.slice(0, 7)}>
                  <button class="link number" onclick={() => (picked = each)} aria-label="{local(`${each}T00:00`, 'weekday')}: {of.length} tasks">{Number(each.slice(8))}</button>
                  {#each of.slice(0, 4) as task (task.id)}<p class="small" class:overdue={task.overdue} class:done={task.doneAt !== null}>
                      {mark(task)}
                      {task.chamber && chamber === '' ? `${task.chamber}: ` : ''}{titleOf(task)}
                    </p>{/each}
                  {#if of.length > 4}<p class="small quiet">+ {of.length - 4}</p>{/if}
                </td>
              {/each}
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    {#if picked}
      <section>
        <h2>{local(`${picked}T00:00`, 'weekday')}</h2>
        <ul class="list">
          {#each byDay[picked] ?? [] as task (task.id)}<TaskLine {task} {now} onchange={load} />{:else}<li>Nothing on this day.</li>{/each}
        </ul>
      </section>
    {/if}
  {/if}
  <section class="no-print">
    <h2>In your own calendar</h2>
    <p class="small">
      A secret address that your phone or desk calendar reads again and again: days that move, move there too. It holds what is for you or for nobody in particular. Whoever has the
      address can read it.
    </p>
    {#if address}
      <p role="status"><b>Your address, shown this once:</b> <code>{address}</code></p>
    {/if}
    <ul class="list">
      {#each feeds as feed (feed.id)}
        <li class="row">
          <span>Made {when(feed.madeAt, 'day')}, {feed.readAt ? `last read ${when(feed.readAt, 'minute')}` : 'never read'}</span>
          <button class="link small" onclick={() => revoke(feed)}>Revoke</button>
        </li>
      {/each}
    </ul>
    <p class="row">
      {#if session.role}<button class="button" onclick={makeFeed} disabled={work.busy}>Make an address</button>{/if}
      <a href="/api/v1/calendar.ics" download="kiln-ward.ics">As a file</a>
    </p>
  </section>
</div>

<style>
  .page {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 18px;
    padding: 16px 22px;
  }

  .choose,
  .row {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px 14px;
  }

  .week {
    display: grid;
    gap: 4px;
  }

  .week section {
    display: grid;
    grid-template-columns: 130px minmax(0, 1fr);
    gap: 0 16px;
    padding: 4px 0 4px 8px;
    border-left: 5px solid transparent;
    border-bottom: 1px solid var(--edge);
  }

  .week section.today {
    border-left-color: var(--ink);
  }

  .week h3 {
    padding-top: 8px;
  }

  .week :global(li:last-child) {
    border-bottom: 0;
  }

  .none {
    padding: 10px 0;
  }

  .list {
    margin: 0;
    padding: 0;
    list-style: none;
  }

  .strips {
    display: grid;
    gap: 2px;
  }

  .wide {
    overflow-x: auto;
  }

  table {
    width: 100%;
    min-width: 640px;
    border-collapse: collapse;
    table-layout: fixed;
  }

  th {
    text-align: left;
    font-size: var(--small);
    color: var(--quiet);
  }

  td {
    height: 84px;
    padding: 2px 6px;
    border: 1px solid var(--hairline);
    vertical-align: top;
    overflow: hidden;
  }

  td p {
    overflow: hidden;
    white-space: nowrap;
    text-overflow: ellipsis;
  }

  td.today {
    border: 3px solid var(--ink);
  }

  td.outside {
    background: var(--ground);
    color: var(--quiet);
  }

  .number {
    min-width: 32px;
    min-height: 28px;
    text-align: left;
    font-weight: 700;
  }

  .overdue {
    color: var(--alarm);
    font-weight: 600;
  }

  .done {
    color: var(--quiet);
  }

  code {
    overflow-wrap: anywhere;
  }

  @media (max-width: 700px) {
    .week section {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
