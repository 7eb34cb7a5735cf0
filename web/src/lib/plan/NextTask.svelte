<script lang="ts">
  /** What is to be done next in a chamber, in a line. */
  import { onMount } from 'svelte'
  import { api, dataOf, Problem } from '../api/client'
  import type { TaskView } from '../api/types'
  import { local, titleOf } from './words'

  let { chamberId }: { chamberId: string } = $props()
  let tasks = $state.raw<TaskView[]>([])
  onMount(() => {
    void dataOf(api.get('/tasks', { params: { query: { hours: 24 * 30 } } })).then(
      (found) => (tasks = found.filter((each) => each.chamberId === chamberId && each.toDo)),
      (failed) => {
        if (!(failed instanceof Problem)) throw failed
      },
    )
  })
  const overdue = $derived(tasks.filter((each) => each.overdue))
</script>

{#if tasks[0]}
  <p>
    {#if overdue.length > 0}<span class="mark act" aria-hidden="true">◆</span><b>{overdue.length === 1 ? 'One task is' : `${overdue.length} tasks are`} overdue:</b>
      {titleOf(overdue[0]!)}, {local(overdue[0]!.due)}.
    {:else}<b>Next:</b> {titleOf(tasks[0])}, {local(tasks[0].due)}.{/if}
    <a href="#plan" onclick={() => setTimeout(() => dispatchEvent(new HashChangeEvent('hashchange')))}>See the plan</a>
  </p>
{/if}
