<script lang="ts">
  /** Shows the question that waits for an answer; Escape is no. */
  import { asking } from './ask.svelte'

  const id = $props.id()
  let dialog: HTMLDialogElement
  let value = $state('')
  let tried = $state(false)
  const question = $derived(asking.question)
  const field = $derived(question?.field ?? null)
  const missing = $derived(tried && field?.needed === true && value.trim() === '')

  // The browser's own dialog keeps the focus inside and gives it back.
  $effect(() => {
    if (!question) return dialog.close()
    value = question.field?.value ?? ''
    tried = false
    dialog.showModal()
  })

  function answer(event: SubmitEvent) {
    event.preventDefault()
    tried = true
    if (!missing) asking.answer(value)
  }
</script>

<dialog bind:this={dialog} aria-labelledby="{id}-title" oncancel={() => asking.answer(null)}>
  {#if question}
    <form onsubmit={answer} novalidate>
      <h2 id="{id}-title">{question.title}</h2>
      {#if question.says}<p>{question.says}</p>{/if}
      {#if field}
        <label for="{id}-field">{field.label}</label>
        {#if field.kind === 'lines'}
          <textarea id="{id}-field" rows="3" maxlength={field.most ?? 500} bind:value aria-invalid={missing ? 'true' : undefined} aria-describedby="{id}-error"></textarea>
        {:else if field.kind === 'moment'}
          <input id="{id}-field" type="datetime-local" bind:value aria-invalid={missing ? 'true' : undefined} aria-describedby="{id}-error" />
        {:else}
          <input id="{id}-field" type="text" maxlength={field.most ?? 500} bind:value aria-invalid={missing ? 'true' : undefined} aria-describedby="{id}-error" />
        {/if}
        <p class="error" id="{id}-error" role="status">{missing ? `${field.label} must be given.` : ''}</p>
      {/if}
      <div class="row">
        <button class="button" type="button" onclick={() => asking.answer(null)}>Cancel</button>
        <button class="button main" type="submit">{question.act}</button>
      </div>
    </form>
  {/if}
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
