<script lang="ts">
  import type { ControllerPlan } from '../api/types'
  import type { ChamberDraft } from '../chamber/draft.svelte'

  let { draft, controller, onsaved }: { draft: ChamberDraft; controller: ControllerPlan; onsaved: (number: number) => void } = $props()
  const id = $props.id()
  let dialog: HTMLDialogElement
  let reason = $state('')
  let tried = $state(false)
  const next = $derived((draft.settingsOf(controller.id)?.number ?? 0) + 1)
  const missing = $derived(tried && reason.trim() === '')

  export function open() {
    tried = false
    if (reason.trim() === '') reason = draft.reasonProposed
    dialog.showModal()
  }

  async function save(event: SubmitEvent) {
    event.preventDefault()
    tried = true
    if (reason.trim() === '') return
    if (await draft.saveSettings(controller.id, reason.trim())) {
      reason = ''
      draft.reasonProposed = ''
      dialog.close()
      onsaved(draft.settingsOf(controller.id)!.number)
    } else if (draft.conflict) {
      dialog.close()
    }
  }
</script>

<dialog bind:this={dialog} aria-labelledby="{id}-title">
  <form onsubmit={save} novalidate>
    <h2 id="{id}-title">Save as settings {next}</h2>
    <p class="quiet">A saved revision is never changed again. Say why, so that somebody can follow it in a year.</p>
    <label for="{id}-reason">Reason</label>
    <textarea
      id="{id}-reason"
      rows="3"
      maxlength="500"
      bind:value={reason}
      aria-invalid={missing ? 'true' : undefined}
      aria-describedby="{id}-error"
    ></textarea>
    <p class="error" id="{id}-error" role="status">
      {#if missing}A reason must be given.{:else if draft.problem && tried && !draft.conflict}{draft.problem.title}. {draft.problem.detail}{/if}
    </p>
    <div class="row">
      <button class="button" type="button" onclick={() => dialog.close()}>Not yet</button>
      <button class="button main" type="submit" disabled={draft.saving}>Save settings {next}</button>
    </div>
  </form>
</dialog>

<style>
  form {
    display: grid;
    gap: 10px;
  }

  .row {
    display: flex;
    justify-content: flex-end;
    gap: 10px;
  }
</style>
