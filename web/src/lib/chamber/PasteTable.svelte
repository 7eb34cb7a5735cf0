<script lang="ts">
  /** Describe a device by typing or pasting its table: a line a key, the meanings guessed and confirmed. */
  import type { ControllerPlan, KeyPlan, Parameter, Values } from '../api/types'
  import { MEANINGS, needed, PARAMETERS } from './meanings'
  import { convert, keysOf, lawOf, readTable, type PastedKey, type Unread } from './paste'

  let { controller, ontake }: { controller: ControllerPlan; ontake: (keys: KeyPlan[], values: Values, law: ControllerPlan['profile']['law']) => void } = $props()
  const id = $props.id()
  let text = $state('')
  let table = $state<PastedKey[] | null>(null)
  let unread = $state.raw<Unread[]>([])
  const law = $derived(table ? lawOf(table) : controller.profile.law)
  const twice = $derived(new Set(table?.map((each) => each.meaning).filter((meaning, at, all) => meaning !== null && all.indexOf(meaning) !== at)))
  const pair = $derived(table?.some((each) => each.meaning === 'ON_AT') ?? false)
  const missing = $derived(table ? needed(law, pair).filter((each) => !table!.some((key) => key.meaning === each)) : [])
  const counted = $derived(table?.map((each) => convert(each, controller.profile.unit, table!)) ?? [])
  const wrong = $derived(counted.some((each) => each.wrong !== null))
  const open = $derived(table?.filter((each) => each.meaning === null).length ?? 0)

  function read() {
    const found = readTable(text)
    table = found.keys
    unread = found.unread
  }

  function take() {
    const { keys, values } = keysOf(table!, { ...controller.profile, law })
    ontake(keys, values as Values, law)
    table = null
    text = ''
  }
</script>

<details>
  <summary>Type or paste its table</summary>
  <label for="{id}-text">One key a line: label, value, unit; a range where you know it (20 to 60); “off” where it is off. In the device’s own order.</label>
  <textarea id="{id}-text" rows="7" placeholder={'Aim 28.6 °C\nGap 0.5 K\nLoud high 31 (0 to 60)\nBacklight 1'} bind:value={text}></textarea>
  <p><button class="button" disabled={text.trim() === ''} onclick={read}>Read it</button></p>
  {#if table}
    {#each unread as each (each.line)}<p class="error">Line {each.line} {each.why}: “{each.text}”</p>{/each}
    <table class="rows">
      <thead><tr><th>Line</th><th>Label</th><th>Value</th><th>It means</th></tr></thead>
      <tbody>
        {#each table as key, at (key.line)}
          {@const one = counted[at]!}
          <tr>
            <td>{key.line}</td>
            <td>{key.label}</td>
            <td class="mono">{key.off ? 'off' : (key.value ?? '')} {key.unit}</td>
            <td>
              <select
                aria-label="What {key.label} means"
                value={key.meaning ?? ''}
                onchange={(event) => (key.meaning = (event.currentTarget.value || null) as Parameter | null)}
                aria-invalid={key.meaning !== null && twice.has(key.meaning) ? 'true' : undefined}
              >
                <option value="">choose, or leave it out</option>
                {#each PARAMETERS as parameter (parameter)}<option value={parameter}>{MEANINGS[parameter].name}</option>{/each}
              </select>
              {#if key.meaning !== null && twice.has(key.meaning)}<p class="error">must not stand twice</p>{/if}
              {#if one.wrong}<p class="error">{one.wrong}</p>{/if}
              {#if one.note}<p class="small">{one.note}: {one.value ?? one.range?.join(' to ')}</p>{/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
    {#if open > 0}<p class="small quiet">{open} left out as they stand: choose what they mean, or that they mean nothing for the climate.</p>{/if}
    {#if missing.length > 0}<p class="error">Still missing: {missing.map((each) => MEANINGS[each].name).join(', ')}.</p>{/if}
    <p><button class="button main" disabled={twice.size > 0 || missing.length > 0 || wrong || unread.length > 0} onclick={take}>These are its keys</button></p>
  {/if}
</details>

<style>
  details {
    display: grid;
    gap: 6px;
  }

  textarea {
    width: 100%;
  }

  label {
    color: var(--quiet);
    font-size: var(--small);
  }
</style>
