<script lang="ts">
  /** What lives in a chamber by which day, and what is to be done. */
  import { onMount } from 'svelte'
  import { api, dataOf } from '../api/client'
  import type { BatchView, CalendarView, ConflictView, MovedView } from '../api/types'
  import type { ChamberDraft } from '../chamber/draft.svelte'
  import { session } from '../session.svelte'
  import BatchForm from './BatchForm.svelte'
  import BatchStrip from './BatchStrip.svelte'
  import { between, plus } from './days'
  import { Work } from '../parts/work.svelte'
  import StageKeys from './StageKeys.svelte'
  import TaskLine from './TaskLine.svelte'
  import { CHANGES, local, OVER, REPEATS, titleOf } from './words'
  import { asked } from '../parts/ask.svelte'
  import Trouble from '../parts/Trouble.svelte'
  import NumberInput from '../parts/NumberInput.svelte'

  let { draft }: { draft: ChamberDraft } = $props()
  const work = new Work()
  let batches = $state.raw<BatchView[] | null>(null)
  let conflicts = $state.raw<ConflictView[]>([])
  let calendar = $state.raw<CalendarView | null>(null)
  let putting = $state(false)
  let own = $state<{ title: string; due: string; repeats: number | null | 'days'; everyDays: number } | null>(null)
  let moved = $state.raw<MovedView[]>([])
  let changing = $state<string | null>(null)
  const chamberId = $derived(draft.id)
  const today = new Date().toISOString().slice(0, 10)

  const load = () =>
    work.run(async () => {
      const path = { chamberId }
      const query = { from: plus(today, -30), to: plus(today, 60) }
      ;[batches, conflicts, calendar] = await Promise.all([
        dataOf(api.get('/chambers/{chamberId}/batches', { params: { path } })),
        dataOf(api.get('/chambers/{chamberId}/batches/conflicts', { params: { path } })),
        dataOf(api.get('/calendar', { params: { query } })),
      ])
    })
  onMount(() => void load())

  const now = $derived(calendar?.now ?? `${today}T12:00`)
  const tasks = $derived(calendar?.tasks.filter((each) => each.chamberId === chamberId) ?? [])
  const open = $derived(tasks.filter((each) => each.doneAt === null && (each.toDo || each.due >= now)))
  const done = $derived(tasks.filter((each) => each.doneAt !== null).reverse())
  const living = $derived(batches?.filter((each) => each.endedAt === null) ?? [])
  const ended = $derived(batches?.filter((each) => each.endedAt !== null) ?? [])
  let all = $state(false)

  const begun = (batch: BatchView, stageId: string) =>
    work.run(async () => {
      const field = { label: 'Date and time, by the clock at the site', kind: 'moment', value: now.slice(0, 16), needed: true } as const
      const at = await asked('When did this stage really begin?', 'Save start', field)
      if (at === null) return
      const answer = await dataOf(api.post('/batches/{id}/stages/{stageId}/begun', { params: { path: { id: batch.id, stageId } }, body: { at } }))
      moved = answer.moved
      await load()
    })
  const end = (batch: BatchView) =>
    work.run(async () => {
      const field = { label: 'How did it come out?', kind: 'lines', value: '', needed: false, most: 2000 } as const
      const note = await asked(`End ${batch.name}?`, 'End batch', field, 'Its open tasks are cancelled.')
      if (note === null) return
      await dataOf(api.post('/batches/{id}/end', { params: { path: { id: batch.id } }, body: { note } }))
      await load()
    })
  const add = () =>
    work.run(async () => {
      await dataOf(
        api.post('/chambers/{chamberId}/tasks', {
          params: { path: { chamberId } },
          body: { id: crypto.randomUUID(), title: own!.title, due: own!.due, everyDays: own!.repeats === 'days' ? own!.everyDays : own!.repeats, who: null },
        }),
      )
      own = null
      await load()
    })
  const changeOver = () =>
    work.run(async () => {
      const reason = changing!.trim()
      const answer = await dataOf(api.post('/chambers/{chamberId}/change-over', { params: { path: { chamberId } }, body: { version: draft.view.version, reason } }))
      draft.checked(answer.chamber)
      changing = null
      await load()
    })
  const first = $derived(living.length === 0 ? today : living.map((each) => each.startsAt.slice(0, 10)).sort()[0]!)
  const last = $derived(
    living
      .map((each) => each.endsAt?.slice(0, 10) ?? plus(today, 14))
      .sort()
      .at(-1) ?? today,
  )
  const days = $derived(Math.max(14, Math.min(120, between(first, last) + 2)))
</script>

<Trouble of={work.trouble} again={load} atFields />
{#if work.trouble && work.trouble.errors.length > 0 && !putting && !own}<p class="error" role="alert">{work.trouble.errors[0]!.field} {work.trouble.errors[0]!.allowed}</p>{/if}
{#if batches === null}
  {#if !work.trouble}<p class="quiet">Fetching the plan …</p>{/if}
{:else}
  <section>
    <h2>Who lives here</h2>
    {#each conflicts as each, i (i)}
      <p>
        <span class="mark mind" aria-hidden="true">▲</span><b>{each.batch} and {each.otherBatch}, from {local(each.from, 'day')}{each.to ? ` to ${local(each.to, 'day')}` : ''}:</b>
        {OVER[each.over]}.
      </p>
    {/each}
    {#if moved.length > 0}
      <div role="status">
        <p><b>This moved:</b></p>
        <ul class="small">
          {#each moved as each, i (i)}<li>{titleOf({ code: each.code, stage: each.stage, title: null })}: {CHANGES.moved(each.from, each.to)}</li>{/each}
        </ul>
      </div>
    {/if}
    {#each living as batch (batch.id)}
      <article>
        <p class="name">
          <b>{batch.name}</b>
          <span class="quiet">{batch.pieces} × {batch.guide}{batch.source ? `, ${batch.source}` : ''}; day {between(batch.startsAt.slice(0, 10), now.slice(0, 10))}</span>
        </p>
        <BatchStrip {batch} {first} {days} {now} />
        {#if batch.firstExpected}<p class="small">First expected {local(batch.firstExpected)}, the last until {local(batch.lastExpected!)}.</p>{/if}
        {#if batch.despite}<p class="small quiet">Put in all the same: “{batch.despite}”</p>{/if}
        {#if batch.note}<p class="small">{batch.note}</p>{/if}
        <details>
          <summary class="small">Stages, and what to press</summary>
          {#each batch.stages as stage (stage.id)}
            <div class="stage">
              <p>
                {batch.stageNow === stage.id ? '■' : '□'} <b>{stage.name}</b>{stage.from ? `, ${stage.begun ? 'begun' : 'from'} ${local(stage.from)}` : ', not known yet'}
                {#if session.mayKey}<button class="link small" onclick={() => begun(batch, stage.id)}>began at another time</button>{/if}
              </p>
              <StageKeys {batch} {stage} ontaken={(chamber) => draft.checked(chamber)} />
            </div>
          {/each}
        </details>
        {#if session.mayPlan}<p><button class="link small" onclick={() => end(batch)}>It has ended</button></p>{/if}
      </article>
    {:else}
      {#if !putting}<p>Nobody lives here by the plan{draft.needs ? ': put in a batch, and every day has its tasks' : ''}.</p>{/if}
    {/each}
    {#if putting}
      <BatchForm
        {chamberId}
        guideId={draft.plan.occupancy?.guideId ?? null}
        schoolId={draft.plan.occupancy?.schoolId ?? null}
        {now}
        ondone={() => ((putting = false), load())}
        onleave={() => (putting = false)}
      />
    {:else if session.mayPlan}<p><button class="button" onclick={() => (putting = true)}>Put living things in</button></p>{/if}
    {#if ended.length > 0}
      <details>
        <summary class="small">{ended.length} ended</summary>
        <ul class="small">
          {#each ended as each (each.id)}<li>
              {each.name}, {each.pieces}, from {local(each.startsAt, 'day')}{each.endNote ? `: “${each.endNote}”` : ''}.
              <a href="/chambers/{each.chamberId}/next-time/{each.id}">Next time</a>
            </li>{/each}
        </ul>
      </details>
    {/if}
  </section>
  <section>
    <h2>What is to be done</h2>
    <ul class="tasks">
      {#each open.slice(0, all ? undefined : 10) as task (task.id)}<TaskLine {task} {now} named={false} onchange={load} />{:else}<li class="none">
          Nothing in the next two months.
        </li>{/each}
    </ul>
    {#if open.length > 10}<p><button class="link" onclick={() => (all = !all)}>{all ? 'Only the next ten' : `All ${open.length}`}</button></p>{/if}
    {#if session.mayKey}
      {#if own}
        <form
          aria-label="A task"
          onsubmit={(event) => {
            event.preventDefault()
            void add()
          }}
        >
          <label>What <input bind:value={own.title} maxlength="200" required /></label>
          <label>When <input type="datetime-local" bind:value={own.due} required /></label>
          {#if work.at('due')}<p class="error">{work.at('due')}</p>{/if}
          <label
            >Repeat <select bind:value={own.repeats}
              >{#each REPEATS as each (each.words)}<option value={each.everyDays}>{each.words}</option>{/each}<option value="days">every so many days</option></select
            ></label
          >
          {#if own.repeats === 'days'}<label>Days from one to the next <NumberInput bind:value={own.everyDays} min={1} max={3650} whole required /></label>{/if}
          {#if work.at('everyDays')}<p class="error">{work.at('everyDays')}</p>{/if}
          <p class="acts"><button class="button main">Keep</button> <button class="button" type="button" onclick={() => (own = null)}>Leave it</button></p>
        </form>
      {:else}<p class="acts">
          <button class="button" onclick={() => (own = { title: '', due: now.slice(0, 16), repeats: null, everyDays: 2 })}>A task of your own</button>
          <a href="/calendar">All chambers</a>
        </p>{/if}
    {/if}
    {#if done.length > 0}
      <details>
        <summary class="small">{done.length} done in the last 30 days</summary>
        <ul class="tasks">
          {#each done as task (task.id)}<TaskLine {task} {now} named={false} onchange={load} />{/each}
        </ul>
      </details>
    {/if}
  </section>
  {#if session.mayPlan}
    <section>
      <h2>When this box changes its use</h2>
      {#if changing === null}
        <p class="small">Its settings are retired, its alarm rules and second layers disarmed, its batches ended, and you get a list for your hands.</p>
        <p><button class="button" onclick={() => (changing = '')}>Change its use</button></p>
      {:else}
        <form
          aria-label="Change its use"
          onsubmit={(event) => {
            event.preventDefault()
            void changeOver()
          }}
        >
          <p><span class="mark mind" aria-hidden="true">▲</span>Nothing will sound an alarm here any more, and nothing is planned. See first that nothing lives in it.</p>
          <label>Why, and for what <input bind:value={changing} minlength="3" maxlength="300" required /></label>
          <p class="acts">
            <button class="button main" disabled={work.busy}>Retire it</button> <button class="button" type="button" onclick={() => (changing = null)}>Leave it</button>
          </p>
        </form>
      {/if}
    </section>
  {/if}
{/if}

<style>
  section {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
    padding-bottom: 18px;
  }

  article {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 4px;
    padding: 6px 0 10px;
    border-bottom: 1px solid var(--hairline);
  }

  .stage {
    padding: 4px 0 4px 14px;
  }

  .tasks {
    margin: 0;
    padding: 0;
    list-style: none;
  }

  form {
    display: grid;
    gap: 8px;
    max-width: 480px;
  }

  form label {
    display: grid;
    gap: 2px;
  }

  .acts {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px 14px;
  }
</style>
