<script lang="ts">
  import { HELD, heldOf, unitSign } from '../held'
  import { api, asTyped, Problem, dataOf } from '../api/client'
  import type { ControllerPlan, StyleAnswer } from '../api/types'
  import NumberField from '../parts/NumberField.svelte'
  import { STYLE_NAMES } from '../words'

  type Style = ControllerPlan['profile']['raising']

  let { controller, onlearned }: { controller: ControllerPlan; onlearned: (style: Style, raising: boolean) => void } = $props()
  const id = $props.id()

  interface Seen {
    setValue: number | null
    differential: number | null
    switched: 'ON' | 'OFF'
    at: number | null
  }

  const blank = (switched: Seen['switched']): Seen => ({ setValue: null, differential: null, switched, at: null })
  let raising = $state(true)
  let seen = $state<Seen[]>([blank('ON'), blank('OFF')])
  let answer = $state.raw<StyleAnswer | null>(null)
  let problem = $state('')
  const complete = $derived(seen.filter((each) => each.setValue !== null && each.differential !== null && each.at !== null))
  const unit = $derived(unitSign(controller.profile.unit))
  const ways = $derived([HELD[heldOf(controller.profile.unit)].raises, HELD[heldOf(controller.profile.unit)].lowers])

  /** The rows the answer speaks of, as they stand in the form. */
  let asked = $state.raw<Seen[]>([])

  function changed(action: () => void) {
    action()
    answer = null
  }

  async function learn() {
    problem = ''
    asked = complete
    try {
      answer = await dataOf(
        api.post('/calc/style', {
          body: asTyped({
            direction: raising ? 'RAISE' : 'LOWER',
            resolution: controller.profile.resolution,
            seen: $state.snapshot(complete),
          }),
        }),
      )
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      problem = failed.errors.map((each) => `Sight ${Number(/\d+/.exec(each.field)?.[0] ?? 0) + 1}: ${each.allowed}`).join('; ') || failed.message
    }
  }
</script>

<details>
  <summary>Which style is it? Learn it from what the device was seen to do</summary>
  <p class="quiet small">
    Two sights usually settle it: what was keyed in, and what the display showed when the output came on, and when it stopped. Breathe on the probe or hold it in a cool draught;
    keep water away from anything on the mains.
  </p>
  <p class="row">
    <label for="{id}-way">The output</label>
    <select id="{id}-way" value={String(raising)} onchange={(event) => changed(() => (raising = event.currentTarget.value === 'true'))}>
      <option value="true">{ways[0]}</option>
      <option value="false">{ways[1]}</option>
    </select>
  </p>
  <ol>
    {#each seen as sight, at (sight)}
      <li class="row">
        <NumberField label="Set value" {unit} digits={3} emptyMeans="?" value={sight.setValue} onchange={(value) => changed(() => (sight.setValue = value))} />
        <NumberField label="Differential" {unit} digits={3} emptyMeans="?" value={sight.differential} onchange={(value) => changed(() => (sight.differential = value))} />
        <div>
          <label for="{id}-did-{at}">The output</label>
          <select id="{id}-did-{at}" value={sight.switched} onchange={(event) => changed(() => (sight.switched = event.currentTarget.value as Seen['switched']))}>
            <option value="ON">came on</option>
            <option value="OFF">stopped</option>
          </select>
        </div>
        <NumberField label="when it showed" {unit} digits={3} emptyMeans="?" value={sight.at} onchange={(value) => changed(() => (sight.at = value))} />
        {#if answer && answer.contradictions.some((index) => asked[index] === sight)}<span class="small"
            ><span class="mark mind" aria-hidden="true">▲</span>does not fit the others</span
          >{/if}
      </li>
    {/each}
  </ol>
  <p class="row">
    <button class="button main" disabled={complete.length === 0} onclick={learn}>Which styles fit</button>
    <button class="link small" onclick={() => seen.push(blank('ON'))}>Another sight</button>
  </p>
  <div aria-live="polite">
    {#if problem}<p class="error">{problem}</p>{/if}
    {#if answer}
      <p>
        {#if answer.verdict === 'SETTLED'}One fits: <b>{STYLE_NAMES[answer.styles[0]!]}</b>.
        {:else if answer.verdict === 'OPEN'}Several fit still: {answer.styles.map((each) => STYLE_NAMES[each]).join('; ')}. See where it switches the other way.
        {:else}Nothing fits all of it. Look again at what is marked; nearest: {answer.styles.map((each) => STYLE_NAMES[each]).join('; ')}. A delay or an offset keyed in shifts what
          is shown.{/if}
      </p>
      {#if answer.verdict === 'SETTLED'}
        <button class="button" onclick={() => onlearned(answer!.styles[0]!, raising)}>Put it into “{controller.name}”</button>
      {/if}
    {/if}
  </div>
</details>

<style>
  details {
    padding: 6px 0;
  }

  summary {
    min-height: 32px;
    cursor: pointer;
  }

  ol {
    display: grid;
    gap: 8px;
    margin: 0;
    padding-left: 20px;
  }

  .row {
    align-items: end;
    gap: 14px;
  }

  li.row {
    display: flex;
    flex-wrap: wrap;
  }

  p.row {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    padding: 6px 0;
  }

  label {
    display: block;
    color: var(--quiet);
    font-size: var(--small);
  }
</style>
