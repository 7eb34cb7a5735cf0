<script lang="ts">
  import { HELD, airOf, heldOf, unitSign } from '../held'
  import { api, Problem, dataOf } from '../api/client'
  import type { ControllerPlan, KeyPlan, Parameter, ProfileDocument, Values } from '../api/types'
  import NumberField from '../parts/NumberField.svelte'
  import HabitsForm from './HabitsForm.svelte'
  import KeysTable from './KeysTable.svelte'
  import PasteTable from './PasteTable.svelte'
  import ProfileShelf from './ProfileShelf.svelte'
  import StyleLearner from './StyleLearner.svelte'
  import { STYLE_NAMES } from '../words'
  import { isTwoSided } from './draft'
  import type { ChamberDraft } from './draft.svelte'
  import { freshKey, LAW_NAMES, needed, offers, outlets, type Law } from './meanings'

  let { draft, controller, disabled }: { draft: ChamberDraft; controller: ControllerPlan; disabled: boolean } = $props()
  const id = $props.id()
  const index = $derived(draft.plan.controllers.findIndex((each) => each.id === controller.id))
  const path = $derived(`controllers[${index}].profile`)
  const has = (parameter: Parameter) => controller.profile.keys.some((key) => key.parameter === parameter)
  const law = $derived(controller.profile.law)
  /** A unit that was chosen and not yet said what becomes of the numbers. */
  let asked = $state<ControllerPlan['profile']['unit'] | null>(null)
  let troubled = $state('')

  function change(action: () => void) {
    action()
    draft.replan()
  }

  const fresh = (parameter: Parameter): KeyPlan => freshKey(parameter, controller.profile)

  /** Another unit: the numbers are converted with their own unit, by the server, or were meant in it all along. */
  async function inUnit(convert: boolean) {
    const unit = asked!
    troubled = ''
    try {
      if (convert) {
        const answer = await dataOf(api.post('/calc/described', { body: { profile: controller.profile, values: draft.keyed[controller.id] ?? {}, unit } }))
        change(() => {
          draft.checkpoint('changing the unit')
          controller.profile = answer.profile
          draft.keyed[controller.id] = answer.values as Values
        })
      } else {
        change(() => {
          draft.checkpoint('changing the unit')
          controller.profile.unit = unit
        })
      }
      asked = null
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      troubled = failed.errors.map((each) => `${each.field} ${each.allowed}`).join('; ') || failed.message
    }
  }

  function takeTable(keys: KeyPlan[], values: Values, next: Law) {
    change(() => {
      draft.checkpoint('taking the typed table')
      const { profile } = controller
      profile.law = next
      if (keys.some((key) => key.parameter === 'ON_AT')) profile.raising = profile.lowering = 'PAIR'
      else if (profile.raising === 'PAIR') profile.raising = profile.lowering = 'OFF_AT_SET'
      setKeys(keys)
      draft.keyed[controller.id] = { ...draft.keyed[controller.id], ...values }
    })
  }

  /** Another school keeps the keys that it has too, and gets those it cannot do without. */
  function setLaw(next: Law) {
    draft.checkpoint('changing the school')
    const { profile } = controller
    profile.law = next
    if (next !== 'ON_OFF' && airOf(profile.unit) && next !== 'TIME_PROPORTIONAL') profile.unit = 'C'
    if (next !== 'ON_OFF' && profile.raising === 'PAIR') profile.raising = profile.lowering = 'OFF_AT_SET'
    const kept = profile.keys.filter((key) => offers(next, key.parameter))
    const come = needed(next, profile.raising === 'PAIR')
      .filter((each) => !kept.some((key) => key.parameter === each))
      .map(fresh)
    const place = Math.max(0, kept.findIndex((key) => key.parameter === 'SET_VALUE') + 1)
    setKeys([...kept.slice(0, place), ...come, ...kept.slice(place)])
  }

  function take({ name, profile }: ProfileDocument) {
    change(() => {
      draft.checkpoint(`taking the description of “${name}”`)
      controller.profile = structuredClone($state.snapshot(profile)) as ControllerPlan['profile']
      setKeys(controller.profile.keys)
    })
  }

  const holds = $derived(HELD[heldOf(controller.profile.unit)])

  function restyle(style: ControllerPlan['profile']['raising'], raising: boolean) {
    const { profile } = controller
    const wasPair = profile.raising === 'PAIR'
    if (raising) profile.raising = style
    else profile.lowering = style
    if (style === 'PAIR' || wasPair) {
      profile.raising = style
      profile.lowering = style
      const [gone, come]: [Parameter[], Parameter[]] =
        style === 'PAIR'
          ? [
              ['SET_VALUE', 'DIFFERENTIAL', 'LOWER_DIFFERENTIAL', 'DIRECTION'],
              ['ON_AT', 'OFF_AT'],
            ]
          : [
              ['ON_AT', 'OFF_AT'],
              ['SET_VALUE', 'DIFFERENTIAL'],
            ]
      const place = Math.max(
        0,
        profile.keys.findIndex((key) => gone.includes(key.parameter)),
      )
      const kept = profile.keys.filter((key) => !gone.includes(key.parameter))
      const needed = come.filter((each) => !kept.some((key) => key.parameter === each)).map(fresh)
      setKeys([...kept.slice(0, place), ...needed, ...kept.slice(place)])
    }
  }

  /** A device with a differential of its second outlet has two outlets and needs no key for heat or cool. */
  function setKeys(keys: KeyPlan[]) {
    controller.profile.keys = keys
    if (isTwoSided(controller)) controller.profile.keys = keys.filter((key) => key.parameter !== 'DIRECTION')
    controller.loops = controller.loops.slice(0, outlets(controller).length)
  }
</script>

<fieldset {disabled}>
  <legend class="sr-only">Your controller</legend>
  <p class="quiet small">Put in what is printed on your own device and in the order you go through it. What the device is seen to do counts more than what is printed.</p>
  <div class="grid">
    <div>
      <label for="{id}-name">What you call it</label>
      <input id="{id}-name" maxlength="80" bind:value={controller.name} oninput={() => draft.replan()} />
    </div>
    <div>
      <label for="{id}-unit">Unit of its steps and ranges</label>
      <select
        id="{id}-unit"
        value={asked ?? controller.profile.unit}
        onchange={(event) => (asked = event.currentTarget.value === controller.profile.unit ? null : (event.currentTarget.value as typeof asked))}
      >
        <option value="C">°C</option>
        <option value="F">°F</option>
        <option value="RH">%RH</option>
        <option value="PPM">ppm CO₂</option>
      </select>
    </div>
    <NumberField
      label="Smallest step shown"
      unit={unitSign(controller.profile.unit)}
      digits={3}
      value={controller.profile.resolution}
      error={draft.error(`${path}.resolution`)}
      onchange={(value) => change(() => (controller.profile.resolution = value!))}
    />
    <NumberField
      label="It looks at its probe every"
      unit="s"
      value={controller.profile.samplingS}
      error={draft.error(`${path}.samplingS`)}
      onchange={(value) => change(() => (controller.profile.samplingS = value!))}
    />
    <div>
      <label for="{id}-law">How its output follows the display</label>
      <select id="{id}-law" value={law} onchange={(event) => change(() => setLaw(event.currentTarget.value as Law))}>
        {#each Object.entries(LAW_NAMES) as [value, name] (value)}<option {value}>{name}</option>{/each}
      </select>
    </div>
    {#if law === 'ON_OFF' || (law === 'STEP_VENT' && has('FAN_SET_VALUE'))}
      {#each [true, false] as raising (raising)}
        <div>
          <label for="{id}-style-{raising}">When it {raising ? holds.raises : holds.lowers}</label>
          <select
            id="{id}-style-{raising}"
            value={raising ? controller.profile.raising : controller.profile.lowering}
            onchange={(event) => change(() => restyle(event.currentTarget.value as ControllerPlan['profile']['raising'], raising))}
          >
            {#each Object.entries(STYLE_NAMES) as [style, name] (style)}<option value={style}>{name}</option>{/each}
          </select>
        </div>
      {/each}
    {/if}
    <label class="check">
      <input type="checkbox" bind:checked={controller.profile.strict} onchange={() => draft.replan()} />
      It switches only past a value, not at it
    </label>
    {#if law === 'FAN_BAND'}
      <label class="check">
        <input
          type="checkbox"
          checked={controller.profile.floorAsOne === true}
          onchange={(event) => change(() => (controller.profile.floorAsOne = event.currentTarget.checked || null))}
        />
        It counts the speed from which the fan turns as 1 %
      </label>
    {/if}
    <div>
      <label for="{id}-device">Part of a larger device, called</label>
      <input
        id="{id}-device"
        maxlength="80"
        placeholder="it is all of it"
        value={controller.device ?? ''}
        oninput={(event) => change(() => (controller.device = event.currentTarget.value.trim() || null))}
      />
    </div>
  </div>

  {#if asked}
    <div class="asked" role="group" aria-label="What becomes of the numbers">
      <p>
        {#if heldOf(asked) !== heldOf(controller.profile.unit)}Between two quantities nothing converts: ranges begin anew and what is keyed in as a level is asked for again.{:else}Its
          steps, ranges and factory values stand in {unitSign(controller.profile.unit)}. Convert them, or were they meant in {unitSign(asked)} all along?{/if}
      </p>
      <p class="row">
        <button class="button main" onclick={() => inUnit(true)}>{heldOf(asked) !== heldOf(controller.profile.unit) ? 'Begin anew' : 'Convert them'}</button>
        {#if heldOf(asked) === heldOf(controller.profile.unit)}<button class="button" onclick={() => inUnit(false)}>They are in {unitSign(asked)} already</button>{/if}
        <button class="button" onclick={() => (asked = null)}>Leave it</button>
      </p>
      {#if troubled}<p class="error" role="alert">{troubled}</p>{/if}
    </div>
  {/if}

  <ProfileShelf {controller} ontake={take} />
  <PasteTable {controller} ontake={takeTable} />
  {#if law === 'ON_OFF'}<StyleLearner {controller} onlearned={(style, raising) => change(() => restyle(style, raising))} />{/if}

  <KeysTable {draft} {controller} {path} {change} {setKeys} />
  <HabitsForm profile={controller.profile} error={(field) => draft.error(`${path}.habits.${field}`)} {change} />
  <label for="{id}-set">How a value is changed on it</label>
  <textarea id="{id}-set" rows="2" maxlength="300" bind:value={controller.profile.howToSet}></textarea>
  <label for="{id}-save">How a change is kept</label>
  <textarea id="{id}-save" rows="2" maxlength="300" bind:value={controller.profile.howToSave}></textarea>
</fieldset>

<style>
  fieldset {
    display: grid;
    gap: 10px;
    margin: 0;
    padding: 8px 0;
    border: 0;
  }

  .grid {
    display: flex;
    flex-wrap: wrap;
    gap: 14px 22px;
    align-items: end;
  }

  .grid > div {
    display: grid;
  }

  label {
    color: var(--quiet);
    font-size: var(--small);
  }

  .check,
  .row {
    display: flex;
    align-items: center;
    gap: 8px;
    flex-wrap: wrap;
  }

  .asked {
    padding: 8px 12px;
    border: 2px solid var(--ink);
  }

  select {
    max-width: 100%;
  }
</style>
