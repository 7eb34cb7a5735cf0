<script lang="ts">
  import { type DisplayUnit, unitSign } from '../held'
  import { api, asTyped, Problem, dataOf } from '../api/client'
  import type { ControllerPlan, SettingsView, StyleAnswer } from '../api/types'
  import { parse, fixed, decimalsOf } from '../units'
  import { STYLE_NAMES } from '../words'
  import type { Tryout } from './doing'
  import type { ChamberDraft } from './draft.svelte'

  interface Props {
    draft: ChamberDraft
    controller: ControllerPlan
    saved: SettingsView
    unit: DisplayUnit
    /** The switchings to be seen. */
    tests: Tryout[]
    /** How to bring them about, in order. */
    steps: string[]
    /** What the display showed, as typed, by loop and way; written into. */
    tried: Record<string, string>
    mayKey: boolean
  }
  let { draft, controller, saved, unit, tests, steps, tried, mayKey }: Props = $props()
  const id = $props.id()
  const resolution = $derived(draft.answer?.settings.find((each) => each.controllerId === controller.id)?.resolution ?? 0.1)
  const place = (test: Tryout) => test.loopId + test.switched
  const seenAt = (test: Tryout) => parse(tried[place(test)] ?? '')
  /** One step off may be how it rounds; more is another meaning of its keys. */
  const isOff = (test: Tryout) => {
    const at = seenAt(test)
    return at !== null && Math.abs(at - test.wanted) > 1.5 * resolution
  }
  const off = $derived(tests.filter(isOff))
  const text = (value: number) => `${fixed(value, decimalsOf(resolution))} ${unitSign(unit)}`
  const raisesFirst = $derived((draft.answer?.settings.find((each) => each.controllerId === controller.id)?.points[0]?.direction ?? 'RAISE') === 'RAISE')

  let learned = $state.raw<{ answer: StyleAnswer; raising: boolean } | null>(null)
  let problem = $state('')

  /** What the sights of the output that is off say of its style. */
  async function learn() {
    problem = ''
    const { loopId } = off[0]!
    const second = controller.loops[1]?.id === loopId
    const raising = second ? false : raisesFirst
    const seen = tests.flatMap((test) => {
      const at = test.loopId === loopId ? seenAt(test) : null
      const { SET_VALUE: setValue, DIFFERENTIAL: first, LOWER_DIFFERENTIAL: other } = saved.values
      return at === null ? [] : [{ setValue, differential: second ? other : first, switched: test.switched, at }]
    })
    try {
      learned = { answer: await dataOf(api.post('/calc/style', { body: asTyped({ direction: raising ? 'RAISE' : 'LOWER', resolution, seen }) })), raising }
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      problem = failed.isAway ? 'The server does not answer. What you saw is kept on this page.' : failed.message
    }
  }

  function teach() {
    const style = learned?.answer.styles[0]
    if (!learned || !style) return
    draft.checkpoint('what the function test taught')
    if (learned.raising) controller.profile.raising = style
    else controller.profile.lowering = style
    learned = null
    draft.replan()
  }
</script>

<section aria-labelledby="{id}-head">
  <h4 id="{id}-head">Now try it</h4>
  <ol>
    {#each steps as step (step)}<li>{step}</li>{/each}
  </ol>
  {#if tests.length > 0}
    <p class="small quiet">Write down what the display showed at that moment. A delay keyed in comes on top.</p>
    {#each tests as test (place(test))}
      <div class="test">
        <label for="{id}-{place(test)}">{test.words} <span class="quiet">at <span class="mono">{text(test.wanted)}</span></span></label>
        <input
          id="{id}-{place(test)}"
          class="mono"
          inputmode="decimal"
          value={tried[place(test)] ?? ''}
          placeholder="seen at"
          disabled={!mayKey}
          oninput={(event) => {
            tried[place(test)] = event.currentTarget.value
            learned = null
          }}
        />
        <button
          class="button"
          disabled={!mayKey}
          onclick={() => {
            tried[place(test)] = String(test.wanted)
            learned = null
          }}>Just there</button
        >
        {#if (tried[place(test)] ?? '').trim() !== '' && seenAt(test) === null}<span class="error">must be a number</span>
        {:else if isOff(test)}<span><span class="mark act" aria-hidden="true">◆</span>not where it should</span>
        {:else if seenAt(test) !== null}<span><span class="mark well" aria-hidden="true">■</span>as wanted</span>{/if}
      </div>
    {/each}
  {/if}
  <div aria-live="polite">
    {#if off.length > 0 && controller.profile.law === 'ON_OFF' && controller.profile.raising !== 'PAIR' && !learned}
      <p>
        The device means something else by its keys than its description here says, or a key did not take. Read it back first.
        <button class="button" onclick={learn}>What style is it, then?</button>
      </p>
    {:else if off.length > 0 && !learned}
      <p>A key did not take, or the device rounds otherwise. Read it back, then try again.</p>
    {/if}
    {#if problem}<p class="error">{problem}</p>{/if}
    {#if learned}
      {@const { verdict, styles } = learned.answer}
      <p>
        {#if verdict === 'SETTLED'}What you saw fits one style: <b>{STYLE_NAMES[styles[0]!]}</b>.
        {:else if verdict === 'OPEN'}Several styles fit still: {styles.map((each) => STYLE_NAMES[each]).join('; ')}. See where it switches the other way.
        {:else}No style fits all of it. Look again; a delay or an offset shifts what is shown.{/if}
      </p>
      {#if verdict === 'SETTLED'}
        <p>
          <button class="button main" onclick={teach}>Describe “{controller.name}” so</button>
          Then look at the settings again: with another style the same keys do something else.
        </p>
      {/if}
    {/if}
  </div>
</section>

<style>
  section {
    display: grid;
    gap: 8px;
  }

  h4 {
    margin: 6px 0 0;
  }

  ol {
    margin: 0;
    padding-left: 20px;
  }

  .test {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px 10px;
    padding: 6px 0;
    border-bottom: 1px solid var(--hairline);
  }

  .test label {
    flex: 1 1 200px;
  }

  .test input {
    width: 5.5em;
    min-height: 44px;
    font-size: 18px;
  }

  .test .button {
    min-height: 44px;
  }
</style>
