<script lang="ts">
  /** One check at the box: one thing at a time, with wet hands. */
  import { unitSign } from '../held'
  import { onMount } from 'svelte'
  import type { CheckView, ControllerPlan } from '../api/types'
  import { MEANINGS } from '../chamber/meanings'
  import { session } from '../session.svelte'
  import { decimalsOf, fixed, parse } from '../units'
  import type { Checks } from './checks.svelte'
  import DoubtAsked from './DoubtAsked.svelte'
  import EffectShown from './EffectShown.svelte'
  import { complaints, rowOf } from './kept'
  import RowsWritten from './RowsWritten.svelte'
  import { apart, offset, PHASES, SLIPS, STEPS, until } from './words'

  interface Props {
    checks: Checks
    check: CheckView
    controller: ControllerPlan
    where: string
    /** Called when the settings and the plan changed by an offset. */
    onkeyed: () => void
  }
  let { checks, check, controller, where, onkeyed }: Props = $props()
  const id = $props.id()
  let now = $state(Date.now())
  let asked = $state.raw<Record<string, string>>({})
  let shownOffset = $state('')
  let shownSet = $state('')
  let note = $state('')
  let fileText = $state<string | null>(null)
  let fileSays = $state('')

  const phase = $derived(PHASES[check.phase])
  const typed = $derived(checks.typed(check.id))
  const made = $derived(Object.fromEntries(check.references.filter((each) => each.fixedReading !== null).map((each) => [each.name, each.fixedReading!])))
  const read = $derived(check.references.filter((each) => each.fixedReading === null))
  const digits = $derived(decimalsOf(check.offsetStep))
  /** Whether what is keyed in is what the reference reads. */
  const byReference = $derived(controller.profile.habits.calibration === 'REFERENCE')
  const key = $derived(controller.profile.keys.find((each) => each.parameter === check.offsetKey) ?? null)
  const setKey = $derived(controller.profile.keys.find((each) => each.parameter === 'SET_VALUE') ?? null)
  const keyed = $derived(check.entries.filter((each) => each.kind === 'OFFSET'))
  /** What the step that waits is judged by: the rows with the offset that is in force. */
  const current = $derived(check.offset === check.offsetThen ? check.found : check.left)
  const follows = $derived(check.phase === 'STILL_OFF' && check.left ? check.left.newOffset : (check.found?.newOffset ?? check.offset))
  const mayWrite = $derived(session.mayKey && !check.closed)
  const doubt = $derived(checks.doubted?.checkId === check.id ? checks.doubted : null)
  const unit = $derived(check.unit)

  onMount(() => {
    const timer = setInterval(() => (now = Date.now()), 1000)
    return () => clearInterval(timer)
  })

  async function write(event: SubmitEvent) {
    event.preventDefault()
    asked = complaints(
      typed,
      read.map((each) => each.name),
    )
    if (Object.keys(asked).length > 0) return
    await checks.write(check.id, rowOf(typed, made, crypto.randomUUID(), new Date().toISOString()))
  }

  function type(field: string, text: string) {
    checks.type(check.id, field === 'display' ? { ...typed, display: text } : { ...typed, references: { ...typed.references, [field]: text } })
  }

  async function keyIn(value: number, sure: boolean) {
    const set = parse(shownSet)
    const view = await checks.keyIn(check.id, { seen: check.offset, shown: value, setShown: set, note, sure })
    if (!view) return
    shownOffset = ''
    shownSet = ''
    note = ''
    onkeyed()
  }

  async function pick(event: Event) {
    const file = (event.currentTarget as HTMLInputElement).files?.[0]
    if (!file) return
    fileText = await file.text()
    await takeFile(false)
  }

  async function takeFile(sure: boolean) {
    const done = await checks.read(check.id, fileText!, sure)
    fileSays = done === 'taken' ? 'The rows of the file are in.' : done === 'asked' ? 'Some rows look wrong: another unit, or jumps.' : ''
    if (done !== 'asked') fileText = null
  }
</script>

<section class="box" aria-labelledby="{id}-title">
  <ol class="steps small" aria-label="Steps">
    {#each STEPS as step, index (step)}<li class:past={index < phase.step} aria-current={index === phase.step ? 'step' : undefined}>{step}</li>{/each}
  </ol>
  <h3 id="{id}-title">
    <span class="mark {phase.mark}" aria-hidden="true">{phase.mark === 'act' ? '◆' : phase.mark === 'mind' ? '▲' : phase.mark === 'well' ? '■' : '□'}</span>{check.closed
      ? 'Closed: '
      : ''}{phase.title}
  </h3>
  <div aria-live="polite">
    {#if check.phase === 'PREPARE'}
      <p>Reference {check.place === 'PROBE' ? 'beside the probe' : `at the occupant${where ? `, ${where}` : ''}`}, box closed. Write the first row, then one every few minutes.</p>
    {:else if check.phase === 'WAIT' || check.phase === 'VERIFY'}
      {#if check.settledAt && Date.parse(check.settledAt) > now}
        <p class="count mono" role="timer">{until(check.settledAt, now)}</p>
        <p>until it can count as steady. Leave the box shut; write a row now and then. You can close this page and go on elsewhere.</p>
      {:else if check.phase === 'VERIFY' && !check.left}
        <p>The box now pulls itself to where it should be: it was running {apart(Math.abs(check.found?.error ?? 0), unit)} off. Wait until it has, then write rows.</p>
      {:else}
        <p>Long enough, but not steady yet, or too few rows: write another.</p>
      {/if}
    {:else if check.phase === 'KEY_IN' || check.phase === 'STILL_OFF'}
      {#if check.slip}<p><b>Something went wrong with the keying in:</b> {SLIPS[check.slip]}</p>{/if}
      <p class="small">{key ? `${key.label}, ${MEANINGS[key.parameter].name.toLowerCase()}` : 'Offset'}:</p>
      <p class="count mono">{offset(follows, digits)}</p>
    {:else if check.phase === 'REPLACE_PROBE'}
      <p>
        It would need an offset of <b class="mono">{offset(check.found?.newOffset ?? 0, digits)}</b>, {key
          ? `and this controller takes ${offset(key.lowest, digits)} to ${offset(key.highest, digits)}`
          : 'and this controller has no key for one'}. A probe that far off is worn or broken: replace it, and check the new one.
      </p>
    {:else if check.phase === 'RIGHT'}
      <p>
        {keyed.length > 0 ? `With the offset at ${offset(check.offset, digits)} it held.` : 'The error is below half a step: leave the offset as it is.'}
        {#if current}Left wrong: {apart(Math.abs(current.error), unit)}, ± {apart(current.expandedUncertainty, unit)}.{/if}
      </p>
    {:else if check.phase === 'PLACED' && check.found}
      <p>
        The occupant has <b class="mono">{apart(Math.abs(check.found.error), unit)}</b>
        {check.found.error > 0 ? 'less' : 'more'} than the display shows, ± {apart(check.found.expandedUncertainty, unit)}. It holds for this room, load and fan only.
      </p>
    {/if}
    {#if current}
      <p class="small {current.settling.settled ? '' : 'quiet'}">
        {#if check.place === 'PROBE' && check.phase !== 'RIGHT'}The display shows <b class="mono">{apart(Math.abs(current.error), unit)}</b> too {current.error < 0
            ? 'little'
            : 'much'}, ± {apart(current.expandedUncertainty, unit)}.{/if}
        {current.settling.settled ? 'Steady' : 'Not steady'}: display {fixed(current.settling.displayPerHour, 2)} and reference {fixed(current.settling.referencePerHour, 2)} an hour,
        scatter {fixed(current.settling.scatter, 2)}, {current.rowsUsed}
        {current.rowsUsed === 1 ? 'row' : 'rows'} over {fixed(current.settling.spanS / 60, 0)} min.
      </p>
      {#if current.odd}<p class="small"><span class="mark mind" aria-hidden="true">▲</span>{current.odd} disagrees with the others and is left out.</p>{/if}
    {/if}
    {#if (check.phase === 'KEY_IN' || check.phase === 'STILL_OFF') && current && Math.abs(current.error) < current.expandedUncertainty}<p class="small">
        <span class="mark mind" aria-hidden="true">▲</span>That is less than these references can tell. Leaving the offset as it is would be as good; a better reference tells more.
      </p>{/if}
    {#if !check.roomFit}<p class="small"><span class="mark mind" aria-hidden="true">▲</span>The room was outside 15 to 25 °C.</p>{/if}
    {#each check.expired as name (name)}<p class="small"><span class="mark mind" aria-hidden="true">▲</span>The certificate of {name} had run out.</p>{/each}
  </div>

  {#if mayWrite && (check.phase === 'KEY_IN' || check.phase === 'STILL_OFF')}
    <div class="act">
      <ol class="small how">
        <li>{controller.profile.howToSet || 'Go to the calibration key of your controller; it is often hidden on purpose.'}</li>
        {#if byReference}
          <li>
            This controller wants <b>what the reference reads</b>, not an offset: with both steady, key in what the display shows {current && current.error < 0 ? 'plus' : 'less'}
            <b class="mono">{apart(Math.abs(current?.error ?? 0), unit)}</b>. It works its own offset out, {offset(follows, digits)} in all. Leave the set value alone.
          </li>
        {:else}
          <li>
            Key in <b class="mono">{offset(follows, digits)}</b>. That is the old {offset(check.phase === 'STILL_OFF' ? check.offset : check.offsetThen, digits)} and what the display
            shows too {(check.phase === 'STILL_OFF' ? check.left : check.found)!.error < 0 ? 'little' : 'much'}, together. Leave the set value alone.
          </li>
        {/if}
        <li><b>Save it.</b> {controller.profile.howToSave || 'Do what your controller wants for keeping a change.'} Then read it back.</li>
      </ol>
      <div class="row">
        <div class="plain">
          <label for="{id}-offset">{key?.label ?? 'Offset'} now shows</label><input
            id="{id}-offset"
            class="mono big"
            inputmode="text"
            autocomplete="off"
            bind:value={shownOffset}
            placeholder={offset(follows, digits)}
          />
        </div>
        {#if setKey && check.offsetKey === 'OFFSET'}<div class="plain">
            <label for="{id}-set">{setKey.label} still shows</label><input
              id="{id}-set"
              class="mono big"
              inputmode="decimal"
              autocomplete="off"
              bind:value={shownSet}
              placeholder="—"
            />
          </div>{/if}
      </div>
      {#if checks.slipped}
        <div class="ask" role="alert">
          <p>
            <span class="mark act" aria-hidden="true">◆</span>{offset(checks.slipped.offset.shown, digits)} was keyed in and {offset(checks.slipped.slip.follows, digits)} follows: {SLIPS[
              checks.slipped.slip.slip
            ]} The display would be {apart(Math.abs(checks.slipped.slip.remaining), unit)} off.
          </p>
          <div class="row">
            <button class="button main" onclick={() => (checks.slipped = null)}>Key it in again</button><button
              class="button"
              onclick={() => keyIn(checks.slipped!.offset.shown, true)}>It is meant so</button
            >
          </div>
        </div>
      {:else}
        {#if check.place === 'PROBE'}<p class="small quiet">
            With it, what the sensor shows too much goes into the plan of this chamber, under your name: ladder and rehearsal go by it from then on.
          </p>{/if}
        {@const value = shownOffset.trim() === '' ? follows : parse(shownOffset.replace('+', ''))}
        <button class="button main wide" disabled={value === null} onclick={() => keyIn(value!, false)}
          >{shownOffset.trim() === ''
            ? `Saved, and it shows ${offset(follows, digits)}`
            : value === null
              ? 'must be a number'
              : `Saved, and it shows ${offset(value, digits)}`}</button
        >
      {/if}
    </div>
  {:else if mayWrite && check.phase === 'PLACED'}
    <div class="act">
      <button class="button main wide" onclick={() => checks.close(check.id, false, note)}>Keep it as the place’s difference</button>
      <details>
        <summary class="small">Put it into the offset instead</summary>
        <p class="small">Many do. Then the display shows what the occupant has, in this room, with this load and fan, and no longer what the probe has. Say why.</p>
        <div class="plain"><label for="{id}-note">Note</label><input id="{id}-note" maxlength="500" bind:value={note} /></div>
        <button class="button" disabled={note.trim() === ''} onclick={() => keyIn(check.found!.newOffset, true)}
          >Saved, and it shows {offset(check.found?.newOffset ?? 0, digits)}</button
        >
      </details>
    </div>
  {:else if mayWrite && check.phase === 'RIGHT'}
    <button class="button main wide" onclick={() => checks.close(check.id, false, '')}>Done: close the check</button>
  {/if}

  {#if doubt}<DoubtAsked {checks} {doubt} unit={check.unit} />{/if}

  {#if mayWrite && check.phase !== 'REPLACE_PROBE'}
    <form onsubmit={write} novalidate>
      <div class="row">
        <div class="plain">
          <label for="{id}-display">Display, {unitSign(unit)}</label>
          <input
            id="{id}-display"
            class="mono big"
            inputmode="decimal"
            autocomplete="off"
            value={typed.display}
            oninput={(event) => type('display', event.currentTarget.value)}
            aria-invalid={asked['display'] ? 'true' : undefined}
          />
          {#if asked['display']}<p class="error">{asked['display']}</p>{/if}
        </div>
        {#each read as reference, index (reference.name)}
          <div class="plain">
            <label for="{id}-ref-{index}">{reference.name}</label>
            <input
              id="{id}-ref-{index}"
              class="mono big"
              inputmode="decimal"
              autocomplete="off"
              value={typed.references[reference.name] ?? ''}
              oninput={(event) => type(reference.name, event.currentTarget.value)}
              aria-invalid={asked[reference.name] ? 'true' : undefined}
            />
            {#if asked[reference.name]}<p class="error">{asked[reference.name]}</p>{/if}
          </div>
        {/each}
        {#each Object.entries(made) as [name, value] (name)}<p>{name}: <b class="mono">{fixed(value, 2)}</b></p>{/each}
      </div>
      <button class="button wide" class:main={check.phase === 'PREPARE' || check.phase === 'WAIT' || check.phase === 'VERIFY'} type="submit">Write it down, now</button>
    </form>
  {/if}
  {#if checks.waiting(check.id).length > 0 && !doubt}<p class="small" role="status">
      <span class="mark mind" aria-hidden="true">▲</span>{checks.waiting(check.id).length === 1 ? 'One row is' : `${checks.waiting(check.id).length} rows are`} kept here and sent as
      soon as the server answers.
    </p>{/if}

  <EffectShown {check} {follows} {digits} />
  <RowsWritten {checks} {check} {mayWrite} {digits} />
  <p class="row foot">
    {#if mayWrite && check.offset !== check.offsetThen}<button class="link small" onclick={() => keyIn(check.offsetThen, true)}
        >Take the offset back to {offset(check.offsetThen, digits)}</button
      >{/if}
    {#if mayWrite && check.phase !== 'RIGHT' && check.phase !== 'PLACED'}<button class="link small" onclick={() => checks.close(check.id, false, '')}>Close it as it is</button
      >{/if}
    {#if check.closed && session.mayKey}<button class="link small" onclick={() => checks.close(check.id, true, '')}>Open it again</button>{/if}
    <a class="link small" href="/api/v1/chambers/{check.chamberId}/checks/{check.id}/record.pdf" target="_blank">Record as PDF</a>
    {#if mayWrite}<label class="link small file">Rows from a file<input type="file" accept=".csv,text/csv,text/plain" onchange={pick} /></label>{/if}
  </p>
  {#if fileSays}<p class="small" role="status">
      {fileSays}{#if fileText}<button class="link small" onclick={() => takeFile(true)}>Take them as they are</button>{/if}
    </p>{/if}
</section>

<style>
  .box {
    display: grid;
    gap: 12px;
    grid-template-columns: minmax(0, 1fr);
    max-width: 620px;
    padding: 14px 16px;
    border: 2px solid var(--ink);
    background: var(--sheet);
    min-width: 0;
  }

  .steps {
    display: flex;
    gap: 4px;
    margin: 0;
    padding: 0;
    list-style: none;
  }

  .steps li {
    flex: 1;
    padding-top: 3px;
    border-top: 4px solid var(--hairline);
    color: var(--quiet);
  }

  .steps li.past {
    border-color: var(--keep-edge);
  }

  .steps li[aria-current] {
    border-color: var(--ink);
    color: var(--ink);
    font-weight: 700;
  }

  h3 {
    font-size: var(--huge);
    line-height: 1.2;
  }

  .count {
    font-size: clamp(40px, 12vw, 60px);
    line-height: 1.1;
  }

  .big {
    width: 5.5em;
    min-height: 54px;
    font-size: 26px;
  }

  form,
  .act {
    display: grid;
    gap: 10px;
  }

  .how {
    margin: 0;
    padding-left: 20px;
  }

  .wide {
    min-height: 56px;
    justify-content: center;
    text-align: center;
  }

  .ask {
    display: grid;
    gap: 8px;
    padding: 10px 12px;
    background: var(--alarm-ground);
  }

  .scroll {
    overflow-x: auto;
  }

  .when {
    white-space: nowrap;
  }

  .foot {
    gap: 4px 18px;
  }

  .file input {
    position: absolute;
    width: 1px;
    height: 1px;
    min-height: 0;
    opacity: 0;
  }

  .file:focus-within {
    outline: 3px solid var(--cooling);
  }
</style>
