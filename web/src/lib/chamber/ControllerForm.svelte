<script lang="ts">
  import { api, Problem, dataOf } from '../api/client'
  import type { ControllerPlan, DescribeAnswer, KeyPlan, Parameter, ProfileDocument, Values } from '../api/types'
  import NumberField from '../parts/NumberField.svelte'
  import HabitsForm from './HabitsForm.svelte'
  import PasteTable from './PasteTable.svelte'
  import ProfileShelf from './ProfileShelf.svelte'
  import StyleLearner from './StyleLearner.svelte'
  import { STYLE_NAMES, unitSign } from '../words'
  import { isTwoSided } from './draft'
  import type { ChamberDraft } from './draft.svelte'
  import { kindOf } from '../api/catalogue'
  import { freshKey, LAW_NAMES, MEANINGS, needed, offers, outlets, PARAMETERS, type Law } from './meanings'

  let { draft, controller, disabled }: { draft: ChamberDraft; controller: ControllerPlan; disabled: boolean } = $props()
  const id = $props.id()
  const index = $derived(draft.plan.controllers.findIndex((each) => each.id === controller.id))
  const path = $derived(`controllers[${index}].profile`)
  const has = (parameter: Parameter) => controller.profile.keys.some((key) => key.parameter === parameter)
  const law = $derived(controller.profile.law)
  const free = $derived(
    PARAMETERS.filter(
      (each) =>
        !has(each) &&
        offers(law, each) &&
        !(each === 'DIRECTION' && has('LOWER_DIFFERENTIAL')) &&
        !(each === 'LOWER_DIFFERENTIAL' && has('ON_AT')) &&
        !(each === 'SECOND_OUTPUT_MODE' && outlets(controller).length < 2),
    ),
  )
  let added = $state<Parameter | ''>('')
  /** The key behind which another is put; at the end where none is chosen. */
  let behind = $state<Parameter | ''>('')
  /** A unit that was chosen and not yet said what becomes of the numbers. */
  let asked = $state<ControllerPlan['profile']['unit'] | null>(null)
  let troubled = $state('')
  /** Keys that come and go together. */
  const TOGETHER: Parameter[][] = [
    ['DAY_FROM', 'DAY_TO'],
    ['PULSE_ON', 'PULSE_REST'],
    ['SECOND_PULSE_ON', 'SECOND_PULSE_REST'],
    ['LIGHT_BELOW', 'LIGHT_DELAY'],
  ]

  function change(action: () => void) {
    action()
    draft.replan()
  }

  const fresh = (parameter: Parameter): KeyPlan => freshKey(parameter, controller.profile)

  function add(parameter: Parameter) {
    const all = TOGETHER.find((each) => each.includes(parameter)) ?? [parameter]
    const { keys } = controller.profile
    const at = behind === '' ? keys.length : keys.findIndex((key) => key.parameter === behind) + 1
    setKeys([...keys.slice(0, at), ...all.filter((each) => !has(each)).map(fresh), ...keys.slice(at)])
  }

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
    if (next !== 'ON_OFF' && profile.unit === 'RH' && next !== 'TIME_PROPORTIONAL') profile.unit = 'C'
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

  /** What is fixed in the device stands at one value and is on no card. */
  function fix(key: KeyPlan, fixed: boolean) {
    const value = draft.keyed[controller.id]?.[key.parameter] ?? key.lowest
    const usual = fresh(key.parameter)
    key.lowest = fixed ? value : usual.lowest
    key.highest = fixed ? value : usual.highest
  }

  function setWords(key: KeyPlan, text: string) {
    key.words = text
      .split('\n')
      .map((each) => each.trim())
      .filter(Boolean)
      .slice(0, 12)
    if (key.words.length > 0) Object.assign(key, { step: 1, lowest: 0, highest: key.words.length - 1, offAt: null })
  }

  function move(at: number, by: number) {
    const keys = [...controller.profile.keys]
    const [key] = keys.splice(at, 1)
    keys.splice(at + by, 0, key!)
    controller.profile.keys = keys
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
          <label for="{id}-style-{raising}"
            >{controller.profile.unit === 'RH' ? (raising ? 'When moistening it' : 'When drying it') : raising ? 'When heating it' : 'When cooling it'}</label
          >
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
        {#if (asked === 'RH') !== (controller.profile.unit === 'RH')}Between temperature and humidity nothing converts: ranges begin anew and what is keyed in as a level is asked
          for again.{:else}Its steps, ranges and factory values stand in {unitSign(controller.profile.unit)}. Convert them, or were they meant in {unitSign(asked)} all along?{/if}
      </p>
      <p class="row">
        <button class="button main" onclick={() => inUnit(true)}>{(asked === 'RH') !== (controller.profile.unit === 'RH') ? 'Begin anew' : 'Convert them'}</button>
        {#if (asked === 'RH') === (controller.profile.unit === 'RH')}<button class="button" onclick={() => inUnit(false)}>They are in {unitSign(asked)} already</button>{/if}
        <button class="button" onclick={() => (asked = null)}>Leave it</button>
      </p>
      {#if troubled}<p class="error" role="alert">{troubled}</p>{/if}
    </div>
  {/if}

  <ProfileShelf {controller} ontake={take} />
  <PasteTable {controller} ontake={takeTable} />
  {#if law === 'ON_OFF'}<StyleLearner {controller} onlearned={(style, raising) => change(() => restyle(style, raising))} />{/if}

  <div class="scroll">
    <table>
      <caption class="sr-only">Keys in the order they are gone through</caption>
      <thead>
        <tr><th>Order</th><th>What it means</th><th>Label on the device</th><th>Step</th><th>Lowest</th><th>Highest</th><th>Factory</th><th></th><th></th></tr>
      </thead>
      <tbody>
        {#each controller.profile.keys as key, at (key.parameter)}
          {@const row = `${path}.keys[${at}]`}
          {@const name = MEANINGS[key.parameter].name}
          <tr>
            <td>
              <button class="arrow" aria-label="Move {name} up" disabled={at === 0} onclick={() => change(() => move(at, -1))}>↑</button>
              <button class="arrow" aria-label="Move {name} down" disabled={at === controller.profile.keys.length - 1} onclick={() => change(() => move(at, 1))}>↓</button>
            </td>
            <td>{name}</td>
            <td>
              <input
                aria-label="Label for {name}"
                maxlength="40"
                bind:value={key.label}
                oninput={() => draft.replan()}
                aria-invalid={draft.error(`${row}.label`) ? 'true' : undefined}
              />
              {#if draft.error(`${row}.label`)}<p class="error">{draft.error(`${row}.label`)}</p>{/if}
            </td>
            {#if key.words.length > 0}
              <td colspan="4" class="words">
                {#each key.words as _, choice (choice)}
                  <input aria-label="Word {choice + 1} of {name}" maxlength="20" bind:value={key.words[choice]} oninput={() => draft.replan()} />
                {/each}
              </td>
            {:else}
              {#each ['step', 'lowest', 'highest'] as const as field (field)}
                <td><NumberField label="" digits={3} value={key[field]} error={draft.error(`${row}.${field}`)} onchange={(value) => change(() => (key[field] = value!))} /></td>
              {/each}
              <td
                ><NumberField
                  label=""
                  digits={3}
                  emptyMeans="?"
                  value={key.factory}
                  error={draft.error(`${row}.factory`)}
                  onchange={(value) => change(() => (key.factory = value))}
                /></td
              >
            {/if}
            <td>
              <details class="small">
                <summary>more<span class="sr-only"> of {name}</span></summary>
                {#if key.words.length === 0}
                  <NumberField
                    label="Stands for “off” at"
                    digits={3}
                    emptyMeans="never off"
                    value={key.offAt}
                    error={draft.error(`${row}.offAt`)}
                    onchange={(value) => change(() => (key.offAt = value))}
                  />
                  <label class="check"
                    ><input type="checkbox" checked={key.lowest === key.highest} onchange={(event) => change(() => fix(key, event.currentTarget.checked))} /> fixed in the device, not
                    keyed in</label
                  >
                  <label for="{id}-also-{key.parameter}">The same key also means</label>
                  <select
                    id="{id}-also-{key.parameter}"
                    value={key.also ?? ''}
                    onchange={(event) => change(() => (key.also = (event.currentTarget.value || null) as Parameter | null))}
                  >
                    <option value="">nothing else</option>
                    {#each PARAMETERS.filter((each) => each === key.also || (!has(each) && each !== key.parameter && kindOf(each) === kindOf(key.parameter))) as other (other)}<option
                        value={other}>{MEANINGS[other].name}</option
                      >{/each}
                  </select>
                {/if}
                {#if key.parameter.startsWith('OTHER_')}
                  <label for="{id}-words-{key.parameter}">Its words, one a line</label>
                  <textarea id="{id}-words-{key.parameter}" rows="3" value={key.words.join('\n')} onchange={(event) => change(() => setWords(key, event.currentTarget.value))}
                  ></textarea>
                {/if}
                {#if controller.device}
                  <NumberField
                    label="Place on the whole device"
                    digits={0}
                    emptyMeans="as here"
                    value={key.place}
                    error={draft.error(`${row}.place`)}
                    onchange={(value) => change(() => (key.place = value))}
                  />
                {/if}
              </details>
            </td>
            <td
              ><button
                class="link small"
                onclick={() =>
                  change(() =>
                    setKeys(controller.profile.keys.filter((each) => each !== key && !TOGETHER.some((all) => all.includes(key.parameter) && all.includes(each.parameter)))),
                  )}>Remove<span class="sr-only"> {name}</span></button
              ></td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  {#if draft.error(`${path}.keys`)}<p class="error">{draft.error(`${path}.keys`)}</p>{/if}
  {#if free.length > 0}
    <p class="row">
      <label for="{id}-add">Another key, meaning</label>
      <select id="{id}-add" bind:value={added}>
        <option value="">choose</option>
        {#each free as parameter (parameter)}<option value={parameter}>{MEANINGS[parameter].name}</option>{/each}
      </select>
      <label for="{id}-behind">after</label>
      <select id="{id}-behind" bind:value={behind}>
        <option value="">all others</option>
        {#each controller.profile.keys as key (key.parameter)}<option value={key.parameter}>{key.label}</option>{/each}
      </select>
      <button
        class="button"
        disabled={added === ''}
        onclick={() =>
          change(() => {
            if (added !== '') add(added)
            added = ''
          })}>Add it</button
      >
    </p>
  {/if}
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

  .scroll {
    overflow-x: auto;
  }

  table {
    border-collapse: collapse;
  }

  th {
    text-align: left;
    font-weight: 400;
    color: var(--quiet);
    font-size: var(--small);
  }

  td {
    padding: 4px 10px 4px 0;
    border-bottom: 1px solid var(--hairline);
    vertical-align: middle;
  }

  td input {
    width: 11em;
  }

  .words input {
    width: 7em;
  }

  .arrow {
    width: 34px;
    height: 34px;
    border: 1px solid var(--edge);
    background: transparent;
    cursor: pointer;
  }

  .arrow:disabled {
    opacity: 0.4;
    cursor: default;
  }

  select {
    max-width: 100%;
  }
</style>
