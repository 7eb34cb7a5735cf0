<script lang="ts">
  import type { Problem } from '../api/client'
  import type { ChamberDraft } from './draft.svelte'

  let { draft, onsaved }: { draft: ChamberDraft; onsaved: (what: string) => void } = $props()
  const id = $props.id()
  let dialog: HTMLDialogElement
  let reason = $state('')
  let tried = $state(false)
  let sure = $state(false)
  /** Why the last try was refused. The draft's own problem goes when anything else of it is saved meanwhile. */
  let refused = $state.raw<Problem | null>(null)
  /** Something is outside of what a lead fixed, and is asked about. */
  const doubted = $derived(refused?.status === 422)
  /** What will be saved: a revision of each controller that changed. */
  const due = $derived(draft.changedControllers.map(({ id, name }) => ({ name, number: (draft.settingsOf(id)?.number ?? 0) + 1 })))
  const what = $derived(due.length === 1 ? `settings ${due[0]!.number}` : `settings ${due.map((each) => `${each.number} of ${each.name}`).join(' and ')}`)
  const missing = $derived(tried && reason.trim() === '')

  export function open() {
    tried = sure = false
    refused = draft.problem = null
    if (reason.trim() === '') reason = draft.reasonProposed
    dialog.showModal()
  }

  async function save(event: SubmitEvent) {
    event.preventDefault()
    tried = true
    if (reason.trim() === '') return
    const saved = what
    if (await draft.saveAllSettings(reason.trim(), sure)) {
      reason = ''
      draft.reasonProposed = ''
      dialog.close()
      onsaved(`${saved.charAt(0).toUpperCase()}${saved.slice(1)} are saved.`)
    } else if (draft.conflict) {
      dialog.close()
    } else {
      refused = draft.problem
    }
  }
</script>

<dialog bind:this={dialog} aria-labelledby="{id}-title">
  <form onsubmit={save} novalidate>
    <h2 id="{id}-title">Save as {what}</h2>
    <p class="quiet">A saved revision is never changed again. Say why, so that somebody can follow it in a year.</p>
    <label for="{id}-reason">Reason</label>
    <textarea id="{id}-reason" rows="3" maxlength="500" bind:value={reason} aria-invalid={missing ? 'true' : undefined} aria-describedby="{id}-error"></textarea>
    <p class="error" id="{id}-error" role="status">
      {#if missing}A reason must be given.{:else if refused}{refused.title}
        {refused.errors.map((each) => each.allowed).join(' ') || refused.detail}{/if}
    </p>
    {#if doubted}<label class="sure"><input type="checkbox" bind:checked={sure} required /> It is meant so, and the reason says why</label>{/if}
    <div class="row">
      <button class="button" type="button" onclick={() => dialog.close()}>Not yet</button>
      <button class="button main" type="submit" disabled={draft.saving}>{due.length === 1 ? `Save ${what}` : 'Save them'}</button>
    </div>
  </form>
</dialog>

<style>
  form {
    display: grid;
    gap: 10px;
  }

  .sure {
    display: flex;
    align-items: center;
    gap: 8px;
  }

  .row {
    display: flex;
    justify-content: flex-end;
    gap: 10px;
  }
</style>
