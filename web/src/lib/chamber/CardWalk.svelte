<script lang="ts">
  import { type DisplayUnit } from '../held'
  import { onMount, tick, untrack } from 'svelte'
  import { api, Problem, dataOf } from '../api/client'
  import type { ControllerPlan, KeyingView, Parameter, ReadBackAnswer, RehearsalAnswer, SettingsView } from '../api/types'
  import { parse } from '../units'
  import { keyUnit, MEANINGS } from './meanings'
  import type { ChamberDraft } from './draft.svelte'
  import { leftAlone, shownValue, trials, tryouts, type Tryout } from './doing'
  import FunctionTest from './FunctionTest.svelte'
  import { answersOf, keptWalk, keepWalk, type Walk } from './walk'

  interface Props {
    draft: ChamberDraft
    controller: ControllerPlan
    saved: SettingsView
    unit: DisplayUnit
    mayKey: boolean
    /** What the device does with it; null while that is not known. */
    keyed: RehearsalAnswer['settings'][number] | null
    /** What a key does, in words; empty where nothing is to be said. */
    does: (parameter: Parameter) => string
    onclose: () => void
  }
  let { draft, controller, saved, unit, keyed, mayKey, does, onclose }: Props = $props()
  const id = $props.id()

  const keys = $derived(controller.profile.keys.filter((key) => saved.values[key.parameter] !== undefined))
  let walk = $state<Walk>(untrack(() => keptWalk(controller.id, saved.number)))
  let explained = $state.raw<Partial<Record<Parameter, ReadBackAnswer | 'away'>>>({})
  let problem = $state('')
  let recorded = $state.raw<KeyingView | null>(null)
  let busy = $state(false)
  let heading = $state<HTMLElement | null>(null)

  const key = $derived(keys[Math.min(walk.at, keys.length - 1)]!)
  const wanted = $derived(saved.values[key.parameter]!)
  const typed = $derived(walk.shown[key.parameter] ?? '')
  const answers = $derived(answersOf(keys, saved.values, walk.shown))
  const tests = $derived(keyed ? tryouts(keyed, unit) : [])
  const wrong = $derived(keys.filter((each) => answers[each.parameter] === 'differs'))

  $effect(() => keepWalk(controller.id, saved.number, walk))

  onMount(() => heading?.focus())

  /** What the revision before said, for a device that was never recorded: a change that is not kept shows just that. */
  let previous = $state.raw<SettingsView['values'] | null>(null)
  onMount(async () => {
    if (saved.number < 2) return
    try {
      const all = await dataOf(api.get('/chambers/{id}/controllers/{controllerId}/settings', { params: { path: { id: draft.id, controllerId: controller.id } } }))
      previous = all.find((each) => each.number === saved.number - 1)?.values ?? null
    } catch (failed) {
      // Only one explanation the less; reading back works without it.
      if (!(failed instanceof Problem)) throw failed
    }
  })

  async function go(phase: Walk['phase'], at: number) {
    walk.phase = phase
    walk.at = at
    problem = ''
    await tick()
    heading?.focus()
  }

  function next() {
    if (walk.at + 1 < keys.length) void go(walk.phase, walk.at + 1)
    else void go(walk.phase === 'key' ? 'keep' : 'done', walk.phase === 'key' ? 0 : keys.length - 1)
  }

  function back() {
    if (walk.phase === 'keep') void go('key', keys.length - 1)
    else if (walk.phase === 'done') void go('read', keys.length - 1)
    else if (walk.at > 0) void go(walk.phase, walk.at - 1)
    else if (walk.phase === 'read') void go('keep', 0)
    else onclose()
  }

  async function readBack(text: string) {
    const of = key
    walk.shown[of.parameter] = text
    const value = parse(text)
    if (value === null || answersOf([of], saved.values, walk.shown)[of.parameter] === 'same') {
      explained = { ...explained, [of.parameter]: undefined }
      return
    }
    try {
      const answer = await dataOf(
        api.post('/calc/read-back', {
          body: {
            profile: $state.snapshot(controller.profile),
            wanted: saved.values,
            before: draft.view.keyings.find((each) => each.controllerId === controller.id)?.shown ?? previous,
            parameter: of.parameter,
            shown: value,
          },
        }),
      )
      if (walk.shown[of.parameter] === text) explained = { ...explained, [of.parameter]: answer }
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      explained = { ...explained, [of.parameter]: 'away' }
    }
  }

  function same() {
    walk.shown[key.parameter] = String(wanted)
    explained = { ...explained, [key.parameter]: undefined }
    next()
  }

  /** What was seen in the function test, as far as it can be read. */
  function triedOf(all: Tryout[]): KeyingView['tried'] {
    return all.flatMap(({ loopId, switched, wanted: should }) => {
      const at = parse(walk.tried[loopId + switched] ?? '')
      return at === null ? [] : [{ loopId, switched, wanted: should, at }]
    })
  }

  async function record() {
    busy = true
    problem = ''
    const shown = Object.fromEntries(
      keys.flatMap((each) => {
        const value = parse(walk.shown[each.parameter] ?? '')
        return value === null ? [] : [[each.parameter, value]]
      }),
    )
    try {
      recorded = await dataOf(
        api.post('/chambers/{id}/controllers/{controllerId}/keyings', {
          params: { path: { id: draft.id, controllerId: controller.id } },
          body: { number: saved.number, shown, tried: triedOf(tests) },
        }),
      )
      draft.keyedIn(recorded)
      keepWalk(controller.id, saved.number, null)
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      problem = failed.isAway ? 'The server does not answer. What you read is kept on this page; record it when it is back.' : failed.message
    } finally {
      busy = false
    }
  }
</script>

<section class="walk no-print" aria-labelledby="{id}-head">
  <p class="small quiet steps">
    {walk.phase === 'key'
      ? `Key in, ${walk.at + 1} of ${keys.length}`
      : walk.phase === 'read'
        ? `Read back, ${walk.at + 1} of ${keys.length}`
        : walk.phase === 'keep'
          ? 'Keep it'
          : 'Done'}
    <button class="link small" onclick={onclose}>All values</button>
  </p>
  <h3 id="{id}-head" tabindex="-1" bind:this={heading}>
    {#if walk.phase === 'keep'}Keep what you keyed in{:else if walk.phase === 'done'}{recorded
        ? 'It is in the record'
        : wrong.length > 0
          ? 'Not all of it is right'
          : 'Read back'}{:else}{key.label}{/if}
  </h3>

  {#if walk.phase === 'key'}
    {#if MEANINGS[key.parameter].name !== key.label.toLowerCase()}<p class="quiet">{MEANINGS[key.parameter].name}</p>{/if}
    <p class="big"><span class="mono">{shownValue(key, wanted)}</span> <span class="quiet">{keyUnit(key.parameter, unit)}</span></p>
    {#if does(key.parameter)}<p>{does(key.parameter)}</p>{/if}
    <p class="quiet small">{MEANINGS[key.parameter].why}</p>
    {#if walk.at === 0 && controller.profile.howToSet}<p class="small"><b>To change a value:</b> {controller.profile.howToSet}</p>{/if}
  {:else if walk.phase === 'keep'}
    <p class="say">
      {controller.profile.howToSave || 'Find out how your device keeps a change, and write it down under “Your controller”. Some keep it when the keys rest, some drop it.'}
    </p>
    {#if leftAlone(controller.profile)}<p class="say">{leftAlone(controller.profile)}</p>{/if}
    <p class="quiet small">Then read every value back: a change that was not kept looks just like one that was.</p>
  {:else if walk.phase === 'read'}
    <p class="quiet">wanted: <span class="mono">{shownValue(key, wanted)}</span> {keyUnit(key.parameter, unit)}</p>
    {#if key.words.length > 0}
      <div class="choices" role="group" aria-label="It shows">
        {#each key.words as word, choice (choice)}
          <button class="button" class:main={typed === String(choice)} aria-pressed={typed === String(choice)} onclick={() => readBack(String(choice))}>{word}</button>
        {/each}
      </div>
    {:else}
      <label for="{id}-shown">It shows</label>
      <input id="{id}-shown" class="mono" inputmode="decimal" value={typed} disabled={!mayKey} onchange={(event) => readBack(event.currentTarget.value)} />
    {/if}
    <div aria-live="polite">
      {#if answers[key.parameter] === 'same'}<p><span class="mark well" aria-hidden="true">■</span>That is what was wanted.</p>
      {:else if answers[key.parameter] === 'unreadable'}<p class="error">must be a number</p>
      {:else if answers[key.parameter] === 'differs'}
        {@const answer = explained[key.parameter]}
        <p><span class="mark act" aria-hidden="true">◆</span><b>Not what was wanted.</b></p>
        {#if answer === 'away'}<p>Key it in again and read it once more. What may have happened can be told when the server answers again.</p>
        {:else if answer}{#each answer.explanations as each (each.cause)}<p>{each.text}</p>{/each}{/if}
      {/if}
    </div>
  {:else if recorded}
    <p>
      Settings {recorded.number}, keyed in by {recorded.author}. {recorded.differs.length === 0
        ? 'Every value read back as wanted.'
        : `Not as wanted: ${recorded.differs.map((each) => keys.find((one) => one.parameter === each)?.label ?? each).join(', ')}.`}
    </p>
  {:else}
    {#if wrong.length > 0}
      <p><span class="mark act" aria-hidden="true">◆</span>Other than wanted: {wrong.map((each) => each.label).join(', ')}.</p>
      <p><button class="button main" onclick={() => go('read', keys.indexOf(wrong[0]!))}>Mend “{wrong[0]!.label}”</button></p>
    {:else if keys.some((each) => !answers[each.parameter])}
      <p>
        <span class="mark mind" aria-hidden="true">▲</span>Not read back: {keys
          .filter((each) => !answers[each.parameter])
          .map((each) => each.label)
          .join(', ')}.
      </p>
    {:else}
      <p><span class="mark well" aria-hidden="true">■</span>Every value is as wanted.</p>
    {/if}
  {/if}
  {#if walk.phase === 'done'}
    {#if !recorded}
      <FunctionTest {draft} {controller} {saved} {unit} {tests} steps={keyed ? trials(controller.profile, saved.values, keyed, unit) : []} tried={walk.tried} {mayKey} />
      <p>
        <button
          class="button"
          class:main={wrong.length === 0}
          disabled={!mayKey || busy || Object.keys(answers).length === 0 || Object.values(answers).includes('unreadable')}
          title={mayKey ? undefined : 'A visitor looks only'}
          onclick={record}>{wrong.length > 0 ? 'Record it as it is' : 'Record that it is keyed in'}</button
        >
      </p>
    {/if}
    {#if problem}<p class="error" role="alert">{problem}</p>{/if}
  {/if}

  <div class="way">
    <button class="button" onclick={back}>{walk.phase === 'key' && walk.at === 0 ? 'All values' : 'Back'}</button>
    {#if walk.phase === 'key'}<button class="button main" onclick={next}>{walk.at + 1 < keys.length ? 'Keyed in, next' : 'Keyed in'}</button>
    {:else if walk.phase === 'keep'}<button class="button main" onclick={() => go('read', 0)}>Kept, read it back</button>
    {:else if walk.phase === 'read'}
      {#if answers[key.parameter]}<button class="button" class:main={answers[key.parameter] === 'same'} onclick={next}
          >{answers[key.parameter] === 'same' ? 'Next' : 'Leave it so, next'}</button
        >{:else}<button class="button main" onclick={same}>It shows just that</button>{/if}
    {:else}<button class="button" class:main={recorded !== null} onclick={onclose}>Close</button>{/if}
  </div>
</section>

<style>
  .walk {
    display: grid;
    gap: 10px;
    max-width: 560px;
    padding: 14px 16px;
    border: 2px solid var(--ink);
    background: var(--sheet);
  }

  .steps {
    display: flex;
    justify-content: space-between;
    align-items: center;
  }

  h3 {
    margin: 0;
    font-size: 28px;
    outline: none;
    overflow-wrap: anywhere;
  }

  .big .mono {
    font-size: clamp(48px, 16vw, 76px);
    line-height: 1.1;
    overflow-wrap: anywhere;
  }

  .say {
    font-size: var(--large);
  }

  input {
    width: 6em;
    min-height: 60px;
    font-size: 34px;
  }

  .choices,
  .way {
    display: flex;
    gap: 12px;
  }

  .way {
    justify-content: space-between;
    padding-top: 8px;
  }

  .way .button,
  .choices .button {
    min-height: 56px;
    flex: 1;
    justify-content: center;
    text-align: center;
  }

  .way .button:last-child {
    flex: 2;
  }
</style>
