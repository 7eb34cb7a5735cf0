<script lang="ts" generics="T extends number | null | undefined">
  /**
   * A number as somebody types it, with a comma or a point, inside a label of its own. While nothing that can be read stands in it the value is null, and the
   * form is not sent where one is required.
   */
  import { isAmbiguous, parse } from '../units'

  interface Props {
    value: T
    required?: boolean
    /** Its name where no label stands around it. */
    label?: string
    placeholder?: string
    /** What the server says is wrong with it. */
    error?: string | null | undefined
    /** Lowest and highest value, both allowed. */
    min?: number
    max?: number
    /** Whether it counts something. @default false */
    whole?: boolean
  }
  let { value = $bindable(), required = false, label, placeholder = '', error = null, min, max, whole = false }: Props = $props()
  let input: HTMLInputElement
  let typed = $state<string | null>(null)
  const shown = $derived(typed ?? (value === null || value === undefined ? '' : String(value)))

  function wrong(text: string, number: number | null): string {
    if (text.trim() === '') return ''
    if (number === null) return isAmbiguous(text) ? `can be read two ways: write ${text.trim().replace(',', '')} or ${text.trim().replace(',', '.')}` : 'must be a number'
    if (min !== undefined && number < min) return `must be ${min} or more`
    if (max !== undefined && number > max) return `must be ${max} or less`
    return whole && !Number.isInteger(number) ? 'must be a whole number' : ''
  }

  function take(text: string) {
    typed = text
    const number = parse(text)
    value = number as T
    input.setCustomValidity(wrong(text, number))
  }
</script>

<input
  bind:this={input}
  class="mono number"
  inputmode={whole ? 'numeric' : 'decimal'}
  autocomplete="off"
  size="7"
  value={shown}
  {placeholder}
  {required}
  aria-label={label}
  aria-invalid={error ? 'true' : undefined}
  oninput={(event) => take(event.currentTarget.value)}
  onblur={() => {
    if (input.validity.valid) typed = null
  }}
/>

<style>
  .number {
    width: 7em;
  }
</style>
