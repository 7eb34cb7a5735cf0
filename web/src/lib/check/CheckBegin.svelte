<script lang="ts">
  /** Preparing a check: what hangs where, by which references. What is typed stays in the browser until it is begun. */
  import { type DisplayUnit, HELD, airOf, differenceSign, heldOf, unitSign } from '../held'
  import { untrack } from 'svelte'
  import { api, Problem, dataOf } from '../api/client'
  import type { ControllerPlan, HistoryView, NewCheck, Parameter, ReferenceView } from '../api/types'
  import { fieldErrors } from '../chamber/draft'
  import NumberField from '../parts/NumberField.svelte'
  import { session } from '../session.svelte'
  import { celsiusTo, fixed, kelvinTo } from '../units'
  import type { Checks } from './checks.svelte'

  interface Props {
    checks: Checks
    controller: ControllerPlan
    offsetKey: Parameter
    unit: DisplayUnit
    history: HistoryView | null
    where: string
    onbegun: () => void
  }
  let { checks, controller, offsetKey, unit, history, where, onbegun }: Props = $props()
  const id = $props.id()
  const keptAt = untrack(() => `kiln-check-begin-${controller.id}-${offsetKey}`)
  type Form = Omit<NewCheck, 'id' | 'controllerId' | 'offsetKey'>
  let form = $state<Form>(untrack(() => brought()))
  let errors = $state.raw<Record<string, string>>({})
  let point = $state<'ICE_WATER' | 'BOILING_WATER' | 'SALT_JAR'>('ICE_WATER')
  let salt = $state<'SODIUM_CHLORIDE' | 'MAGNESIUM_CHLORIDE'>('SODIUM_CHLORIDE')
  let jarC = $state<number | null>(20)
  let pressurehPa = $state<number | null>(null)
  let pointSays = $state('')
  const humid = $derived(unit === 'RH')
  const air = $derived(airOf(unit))
  const gas = $derived(unit === 'PPM')
  const differenceUnit = $derived(differenceSign(unit))

  function brought(): Form {
    try {
      return JSON.parse(localStorage.getItem(keptAt) ?? '') as Form
    } catch {
      const last = (history?.certificates ?? []).map((each) => ({ ...each.reference })).filter((each) => each.fixedReading === null)
      return { place: 'PROBE', references: last.length > 0 ? last : [fresh('My thermometer')], leastS: 3600, reason: '', roomC: null, note: '' }
    }
  }

  function fresh(name: string): ReferenceView {
    return { name, stated: unit === 'RH' ? 3 : unit === 'PPM' ? 50 : 0.5, basis: 'LIMITS', correction: 0, validTo: null, fixedReading: null }
  }

  $effect(() => {
    const text = JSON.stringify(form)
    try {
      localStorage.setItem(keptAt, text)
    } catch {
      // A browser that keeps nothing: the form lasts as long as the page.
    }
  })

  async function addPoint() {
    pointSays = ''
    try {
      const answer = await dataOf(
        api.post('/calc/known-point', {
          body: humid
            ? { kind: 'SALT_JAR', altitudeM: null, stationPa: null, salt, temperatureC: jarC }
            : {
                kind: gas ? 'OUTDOOR_AIR' : point,
                altitudeM: session.site?.altitudeM ?? 0,
                stationPa: pressurehPa === null ? null : pressurehPa * 100,
                salt: null,
                temperatureC: null,
              },
        }),
      )
      const value = unit === 'F' ? celsiusTo('F', answer.value) : answer.value
      const name = humid
        ? `jar of ${salt === 'SODIUM_CHLORIDE' ? 'kitchen salt' : 'magnesium chloride'}`
        : gas
          ? 'outdoor air'
          : point === 'ICE_WATER'
            ? 'ice water'
            : 'boiling water'
      form.references = [
        ...form.references.filter((each) => each.name !== name),
        {
          name,
          stated: unit === 'F' ? kelvinTo('F', answer.standardUncertainty) : answer.standardUncertainty,
          basis: 'STANDARD',
          correction: 0,
          validTo: null,
          fixedReading: Number(value.toFixed(2)),
        },
      ]
      pointSays = `${name} stands at ${fixed(value, 2)} ${unitSign(unit)}.`
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      pointSays = failed.detail
    }
  }

  async function begin(event: SubmitEvent) {
    event.preventDefault()
    errors = {}
    const begun = await checks.begin({ ...($state.snapshot(form) as Form), id: crypto.randomUUID(), controllerId: controller.id, offsetKey })
    if (begun) {
      localStorage.removeItem(keptAt)
      onbegun()
    } else if (checks.problem) {
      errors = fieldErrors(checks.problem.errors)
    }
  }
</script>

<form onsubmit={begin} novalidate aria-labelledby="{id}-title">
  <h3 id="{id}-title">Begin a check of {controller.name}{air ? `, ${HELD[heldOf(unit)].name}` : ''}</h3>
  <fieldset class="form">
    <legend class="small quiet">Where does the reference hang?</legend>
    <label class="choice"
      ><input type="radio" value="PROBE" bind:group={form.place} /> <span><b>Beside the probe.</b> What differs is the sensor’s error and becomes the offset.</span></label
    >
    <label class="choice"
      ><input type="radio" value="OCCUPANT" bind:group={form.place} />
      <span
        ><b>{where === '' ? 'At the occupant' : `At the occupant, ${where}`}.</b> What differs is the place. It holds for this room, load and fan only and is kept as its own value.</span
      ></label
    >
  </fieldset>

  <ul class="todo">
    <li>
      Put the reference {form.place === 'PROBE' ? 'right beside the probe, touching air and not the wall' : 'at the height and depth of the occupant'}; read it without opening the
      box.
    </li>
    <li>Close the box and leave it alone until it stands still: an hour or more.</li>
    <li>Room between 15 and 25 °C, no sun, not beside a heater or a window.</li>
    {#if humid}<li>Wipe droplets off the sensor’s cap. Never boil a humidity sensor. Salts irritate eyes and skin: keep them off both.</li>{:else if gas}<li>
        Breath reads as thousands of ppm: stay away from the sensor while you read it.
      </li>{:else}<li>No water and no wet hands near mains. Boiling water scalds; let a probe’s sleeve not go above its top temperature.</li>{/if}
  </ul>

  <div class="references">
    {#each form.references as reference, index (index)}
      <div class="part">
        <div class="row">
          <div class="plain name">
            <label for="{id}-name-{index}">Reference {index + 1}</label>
            <input id="{id}-name-{index}" maxlength="80" bind:value={reference.name} aria-invalid={errors[`references[${index}].name`] ? 'true' : undefined} />
            {#if errors[`references[${index}].name`]}<p class="error">{errors[`references[${index}].name`]}</p>{/if}
          </div>
          {#if reference.fixedReading !== null}<p class="small">always {fixed(reference.fixedReading, 2)} {unitSign(unit)}</p>{/if}
          <NumberField
            label="Good to ±"
            unit={differenceUnit}
            value={reference.stated}
            onchange={(value) => (reference.stated = value ?? 0)}
            error={errors[`references[${index}].stated`] ?? null}
          />
          <div class="plain">
            <label for="{id}-basis-{index}">says</label>
            <select id="{id}-basis-{index}" bind:value={reference.basis}>
              <option value="LIMITS">the maker, or a guess</option>
              <option value="CERTIFICATE">a certificate (k = 2)</option>
              <option value="STANDARD">a standard uncertainty</option>
            </select>
          </div>
        </div>
        <details>
          <summary class="small">Correction, certificate</summary>
          <div class="row">
            <NumberField
              label="Add to what it reads"
              unit={differenceUnit}
              value={reference.correction}
              onchange={(value) => (reference.correction = value ?? 0)}
              error={errors[`references[${index}].correction`] ?? null}
            />
            <div class="plain">
              <label for="{id}-valid-{index}">Certificate valid to</label>
              <input id="{id}-valid-{index}" type="date" value={reference.validTo ?? ''} onchange={(event) => (reference.validTo = event.currentTarget.value || null)} />
            </div>
          </div>
        </details>
        {#if reference.validTo && reference.validTo < new Date().toISOString().slice(0, 10)}<p class="small">
            <span class="mark mind" aria-hidden="true">▲</span>Its certificate has run out. The check can be done; the record says so.
          </p>{/if}
        {#if form.references.length > 1}<button type="button" class="link small" onclick={() => form.references.splice(index, 1)}>Leave {reference.name} out</button>{/if}
      </div>
    {/each}
    {#if form.references.length < 10}<button type="button" class="button" onclick={() => form.references.push(fresh(`Thermometer ${form.references.length + 1}`))}
        >Another reference</button
      >{/if}
    <p class="small quiet">Of several cheap ones the mean counts; of three or more the odd one is named and left out.</p>
  </div>

  <details>
    <summary>Use a point you can make: {humid ? 'a jar of wet salt' : gas ? 'outdoor air' : 'ice water, boiling water'}</summary>
    <div class="row">
      {#if humid}
        <div class="plain">
          <label for="{id}-salt">Salt</label><select id="{id}-salt" bind:value={salt}
            ><option value="SODIUM_CHLORIDE">kitchen salt (sodium chloride)</option><option value="MAGNESIUM_CHLORIDE">magnesium chloride</option></select
          >
        </div>
        <NumberField label="Jar at" kind="level" value={jarC} onchange={(value) => (jarC = value)} />
      {:else if !gas}
        <div class="plain">
          <label for="{id}-point">Point</label><select id="{id}-point" bind:value={point}
            ><option value="ICE_WATER">stirred ice and water</option><option value="BOILING_WATER">boiling water</option></select
          >
        </div>
        {#if point === 'BOILING_WATER'}<NumberField
            label="Station pressure"
            unit="hPa"
            value={pressurehPa}
            emptyMeans="by altitude"
            digits={1}
            onchange={(value) => (pressurehPa = value)}
          />{/if}
      {/if}
      <button type="button" class="button" onclick={addPoint}>Add it</button>
    </div>
    {#if pointSays}<p class="small" role="status">{pointSays}</p>{/if}
    <p class="small quiet">
      {humid
        ? 'Wet salt, more solid than liquid, in a closed jar with the sensor above it for some hours.'
        : gas
          ? 'The sensor outdoors for half an hour, away from people, traffic and chimneys; do not breathe on it.'
          : 'The probe in the bath with the controller beside it, well away from the water.'}
    </p>
  </details>

  <div class="row">
    <NumberField
      label="Steady for at least"
      unit="min"
      scale={1 / 60}
      digits={0}
      value={form.leastS}
      onchange={(value) => (form.leastS = value ?? 3600)}
      error={errors['leastS'] ?? null}
    />
    {#if form.leastS < 3600}
      <div class="plain wide">
        <label for="{id}-reason">Why less than an hour is enough</label>
        <input id="{id}-reason" maxlength="300" bind:value={form.reason} aria-invalid={errors['reason'] ? 'true' : undefined} />
        {#if errors['reason']}<p class="error">{errors['reason']}</p>{/if}
      </div>
    {/if}
    <NumberField label="Room" kind="level" value={form.roomC} emptyMeans="not read" onchange={(value) => (form.roomC = value)} error={errors['roomC'] ?? null} />
    {#if form.roomC !== null && (form.roomC < 15 || form.roomC > 25)}<p class="small">
        <span class="mark mind" aria-hidden="true">▲</span>Outside 15 to 25 °C a check tells less; the record says so.
      </p>{/if}
    <div class="plain wide"><label for="{id}-note">Note</label><input id="{id}-note" maxlength="500" bind:value={form.note} /></div>
  </div>
  <p><button class="button main" type="submit" disabled={!session.mayKey} title={session.mayKey ? undefined : 'A visitor looks only'}>All in place: begin</button></p>
</form>

<style>
  form {
    display: grid;
    gap: 14px;
    max-width: 620px;
  }

  .choice {
    display: flex;
    gap: 10px;
    align-items: start;
    min-height: var(--target);
  }

  .choice input {
    flex: none;
  }

  .todo {
    margin: 0;
    padding-left: 20px;
    display: grid;
    gap: 4px;
  }

  .references {
    display: grid;
    gap: 10px;
    justify-items: start;
  }

  .references .part {
    justify-self: stretch;
  }

  .name input {
    width: 15em;
  }

  .wide {
    flex: 1 1 240px;
  }
</style>
