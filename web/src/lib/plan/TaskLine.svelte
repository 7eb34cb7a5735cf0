<script lang="ts">
  /** One task: what, when, for whom; ticked with one press, taken back with another. */
  import { api, dataOf } from '../api/client'
  import type { MovedView, TaskView } from '../api/types'
  import { session } from '../session.svelte'
  import { when } from '../when'
  import { Work } from '../parts/work.svelte'
  import { away, CHANGES, local, repeatOf, titleOf } from './words'
  import { asked } from '../parts/ask.svelte'
  import Trouble from '../parts/Trouble.svelte'

  interface Props {
    task: TaskView
    /** Now, by the clock of the site. */
    now: string
    /** With the chamber's name. */
    named?: boolean
    onchange: () => void
  }
  let { task, now, named = true, onchange }: Props = $props()
  const work = new Work()
  let moved = $state.raw<MovedView[]>([])
  let note = $state('')
  let noting = $state(false)
  const done = () =>
    work.run(async () => {
      const answer = await dataOf(api.post('/tasks/{id}/done', { params: { path: { id: task.id } }, body: { at: null, note } }))
      moved = answer.moved
      noting = false
      onchange()
    })
  const undone = () => work.run(async () => (await dataOf(api.post('/tasks/{id}/undone', { params: { path: { id: task.id } } })), onchange()))
  const callOff = () => work.run(async () => (await dataOf(api.post('/tasks/{id}/call-off', { params: { path: { id: task.id } } })), onchange()))
  const assign = () =>
    work.run(async () => {
      const field = { label: 'Name; empty for nobody in particular', kind: 'line', value: task.who ?? '', needed: false, most: 80 } as const
      const who = await asked(`Who does “${titleOf(task)}”?`, 'Assign task', field)
      if (who === null) return
      await dataOf(api.post('/tasks/{id}/assign', { params: { path: { id: task.id } }, body: { who: who || null } }))
      onchange()
    })
  const keys = $derived(task.code === 'STAGE_BEGINS' && task.batchId && task.stageId)
</script>

<li class:overdue={task.overdue} class:done={task.doneAt !== null}>
  <div class="line">
    <span class="mark {task.doneAt ? 'well' : task.overdue ? 'act' : 'none'}" aria-hidden="true">{task.doneAt ? '■' : task.overdue ? '◆' : task.toDo ? '□' : '◇'}</span>
    <span class="what">
      <b>{titleOf(task)}</b>{#if named && task.chamber}, <a href="/chambers/{task.chamberId}/run#plan">{task.chamber}</a>{/if}{#if task.batch}, {task.batch}{/if}
      <span class="quiet small">
        {local(task.due)}, {task.overdue ? `overdue: ${away(task.due, now)}` : away(task.due, now)}{#if task.who}; for {task.who}{/if}{#if task.everyDays}; {repeatOf(
            task.everyDays,
          )}{/if}{#if task.doneAt}; done {when(task.doneAt, 'minute')} by {task.doneBy}{task.note ? `: “${task.note}”` : ''}{/if}
      </span>
    </span>
    {#if session.mayKey}
      <span class="acts">
        {#if task.doneAt}<button class="link small" onclick={undone} disabled={work.busy}>Not done after all</button>
        {:else if task.toDo}
          <button class="button" onclick={done} disabled={work.busy} aria-label="Done: {titleOf(task)}{task.chamber ? `, ${task.chamber}` : ''}">Done</button>
          {#if !noting}<button class="link small" onclick={() => (noting = true)}>with a note</button>{/if}
          <button class="link small" onclick={assign}>for whom</button>
          {#if !task.batchId}<button class="link small" onclick={callOff}>call off</button>{/if}
        {/if}
      </span>
    {/if}
  </div>
  {#if noting && !task.doneAt}<label class="note">Note <input bind:value={note} maxlength="500" /></label>{/if}
  {#if keys && !task.doneAt}<p class="small"><a href="/chambers/{task.chamberId}/run#plan">What to press then</a></p>{/if}
  <Trouble of={work.trouble} />
  {#if moved.length > 0}
    <div class="small" role="status">
      <p><b>It began at another time than planned; this moved with it:</b></p>
      <ul>
        {#each moved as each, i (i)}<li>{titleOf({ code: each.code, stage: each.stage, title: null })}: {CHANGES.moved(each.from, each.to)}</li>{/each}
      </ul>
    </div>
  {/if}
</li>

<style>
  li {
    padding: 6px 0;
    border-bottom: 1px solid var(--hairline);
    list-style: none;
  }

  .line {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 4px 12px;
  }

  .what {
    flex: 1 1 260px;
    overflow-wrap: anywhere;
  }

  .what .small {
    display: block;
  }

  .acts {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 4px 12px;
  }

  .overdue .what b {
    color: var(--alarm);
  }

  .done .what b {
    font-weight: 400;
  }

  .note {
    display: flex;
    gap: 8px;
    align-items: center;
    padding: 4px 0 4px 28px;
  }

  .note input {
    flex: 1;
    max-width: 420px;
  }
</style>
