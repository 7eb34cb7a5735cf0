<script lang="ts" module>
  export type Kind = 'plain' | 'level' | 'difference'
</script>

<script lang="ts">
  import type { Word } from '../glossary'
  import { prefs } from '../prefs.svelte'
  import Meaning from './Meaning.svelte'
  import { celsiusTo, fixed, isAmbiguous, kelvinTo, parse, toCelsius, toKelvin } from '../units'

  interface Props {
    label: string
    /** The value as the server has it, in SI; null where none is given. */
    value: number | null
    /** Called with a new value, in SI; null where the field was emptied and may be. */
    onchange: (value: number | null) => void
    /** What the server says is wrong with it. */
    error?: string | null
    /** How it converts for the reader. @default 'plain' */
    kind?: Kind
    /** Unit shown behind it; temperatures have their own. @default '' */
    unit?: string
    /** Shown value per SI unit: 100 to show metres as centimetres. @default 1 */
    scale?: number
    /** Most decimals shown. @default 2 */
    digits?: number
    /** Whether it may be left empty, and what stands there then. @default null: it may not */
    emptyMeans?: string | null
    disabled?: boolean
    /** A word of its label that is explained beside it. */
    word?: Word | null
  }

  let { label, value, onchange, error = null, kind = 'plain', unit = '', scale = 1, digits = 2, emptyMeans = null, disabled = false, word = null }: Props = $props()
  const id = $props.id()

  let typed = $state<string | null>(null)
  const notANumber = $derived(typed !== null && typed.trim() !== '' && parse(typed) === null)
  const missing = $derived(typed !== null && typed.trim() === '' && emptyMeans === null)
  const shownUnit = $derived(kind === 'plain' ? unit : (kind === 'level' || prefs.unit === 'F' ? `°${prefs.unit}` : 'K') + unit)
  const complaint = $derived(
    notANumber
      ? isAmbiguous(typed!)
        ? `can be read two ways: write ${typed!.trim().replace(',', '')} or ${typed!.trim().replace(',', '.')}`
        : 'must be a number'
      : missing
        ? 'must be given'
        : error,
  )
  const shown = $derived(typed ?? (value === null ? '' : tidy(toShown(value))))

  // What was typed was in the unit of then; in another one the field shows the value anew.
  $effect(() => {
    void prefs.unit
    typed = null
  })

  function toShown(si: number): number {
    return kind === 'level' ? celsiusTo(prefs.unit, si) : kind === 'difference' ? kelvinTo(prefs.unit, si) : si * scale
  }

  function fromShown(given: number): number {
    const si = kind === 'level' ? toCelsius(prefs.unit, given) : kind === 'difference' ? toKelvin(prefs.unit, given) : given / scale
    return Number(si.toPrecision(12))
  }

  function tidy(number: number): string {
    const text = fixed(number, digits)
    return text.includes('.') ? text.replace(/\.?0+$/, '') : text
  }

  function take(text: string) {
    typed = text
    const number = parse(text)
    if (number !== null) onchange(fromShown(number))
    else if (text.trim() === '' && emptyMeans !== null) onchange(null)
  }
</script>

<div class="field">
  <span class="name"
    ><label for={id}>{label}</label>{#if word}<Meaning {word} />{/if}</span
  >
  <span class="entry">
    <input
      {id}
      class="mono"
      inputmode="decimal"
      autocomplete="off"
      size="7"
      value={shown}
      placeholder={emptyMeans ?? ''}
      {disabled}
      aria-invalid={complaint ? 'true' : undefined}
      aria-describedby={complaint ? `${id}-error` : undefined}
      oninput={(event) => take(event.currentTarget.value)}
      onblur={() => {
        if (!notANumber && !missing) typed = null
      }}
    />
    {#if shownUnit}<span class="quiet">{shownUnit}</span>{/if}
  </span>
  {#if complaint}<p class="error" id="{id}-error">{complaint}</p>{/if}
</div>

<style>
  .field {
    display: grid;
    gap: 2px;
    align-content: start;
  }

  label {
    color: var(--quiet);
    font-size: var(--small);
  }

  .entry {
    display: flex;
    align-items: center;
    gap: 6px;
  }

  input {
    width: 6.2em;
  }
</style>
