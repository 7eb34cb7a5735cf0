<script lang="ts">
  /** What somebody does about an alarm: say that they know, put it aside for a while, take it up again. */
  import { api, asTyped, dataOf, Problem } from '../api/client'
  import { session } from '../session.svelte'
  import { alarms } from './alarms.svelte'
  import type { Group } from './words'
  import Trouble from '../parts/Trouble.svelte'

  interface Props {
    group: Group
  }
  let { group }: Props = $props()
  let trouble = $state.raw<Problem | null>(null)
  let shelving = $state(false)
  let note = $state('')
  let reason = $state('')
  let hours = $state(1)
  const params = $derived({ params: { path: { id: group.leads.id } } })
  const shelved = $derived(group.alarms.every((each) => each.state === 'SHELVED'))

  async function act(work: () => Promise<unknown>) {
    try {
      await work()
      trouble = null
      shelving = false
      note = ''
      await alarms.refresh()
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      trouble = failed
    }
  }
  const acknowledge = () => act(() => dataOf(api.post('/alarms/{id}/acknowledge', { ...params, body: asTyped({ note: note.trim() || null }) })))
  const shelve = () => act(() => dataOf(api.post('/alarms/{id}/shelve', { ...params, body: { reason, until: new Date(Date.now() + hours * 3_600_000).toISOString() } })))
  const unshelve = () => act(() => dataOf(api.post('/alarms/{id}/unshelve', params)))
</script>

<Trouble of={trouble} />
{#if session.mayKey}
  <div class="acts">
    {#if group.wants}
      <label><span class="sr-only">Note to it</span><input bind:value={note} maxlength="300" placeholder="what you do about it" /></label>
      <button class="button main" onclick={acknowledge}>I know</button>
    {/if}
    {#if shelved}
      <button class="button" onclick={unshelve}>Take it up again</button>
    {:else if !shelving}
      <button class="button" onclick={() => (shelving = true)}>Put aside …</button>
    {/if}
  </div>
  {#if shelving}
    <form
      onsubmit={(event) => {
        event.preventDefault()
        void shelve()
      }}
    >
      <label>Why <input bind:value={reason} maxlength="300" required /></label>
      <label
        >For <select bind:value={hours}>
          <option value={0.5}>half an hour</option><option value={1}>an hour</option><option value={4}>4 hours</option><option value={12}>12 hours</option>
          <option value={24}>a day</option>
        </select></label
      >
      <button class="button main">Put aside</button>
      <button class="button" type="button" onclick={() => (shelving = false)}>Leave it</button>
    </form>
  {/if}
{/if}

<style>
  .acts,
  form {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 8px;
    padding: 6px 0;
  }

  .acts label {
    flex: 1 1 160px;
  }

  .acts input {
    width: 100%;
  }
</style>
