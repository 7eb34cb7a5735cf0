<script lang="ts">
  /** A password that can be looked at while it is typed, and pasted (NIST SP 800-63B-4). */
  interface Props {
    label: string
    value: string
    /** Whether it is chosen here rather than remembered. @default false */
    fresh?: boolean
    error?: string | null
    /** Whether there is no other way. @default true */
    required?: boolean
  }
  let { label, value = $bindable(), fresh = false, error = null, required = true }: Props = $props()
  const id = $props.id()
  let shown = $state(false)
</script>

<div class="field">
  <label for={id}>{label}</label>
  <span class="typed">
    <input
      {id}
      type={shown ? 'text' : 'password'}
      bind:value
      autocomplete={fresh ? 'new-password' : 'current-password'}
      maxlength="200"
      spellcheck="false"
      autocapitalize="off"
      {required}
      aria-invalid={error ? true : undefined}
      aria-describedby={error || fresh ? `${id}-more` : undefined}
    />
    <button class="link small" type="button" aria-pressed={shown} onclick={() => (shown = !shown)}>{shown ? 'Hide' : 'Show'}</button>
  </span>
  {#if error}<p class="error" id="{id}-more">{label} {error}.</p>
  {:else if fresh}<p class="small quiet" id="{id}-more">At least 15 characters; a sentence of your own is easiest to remember. No other rules.</p>{/if}
</div>

<style>
  .field {
    display: grid;
    gap: 2px;
  }

  .typed {
    display: flex;
    align-items: center;
    gap: 10px;
  }

  input {
    flex: 1;
    min-width: 0;
  }
</style>
