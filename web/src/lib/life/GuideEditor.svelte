<script lang="ts">
  /** A guide of one's own, changed in a dialog: schools, stages, values with where they come from. */

  import { fieldOf, levelOf, quantityOf } from '../danger'
  import { AIR, isOfAir } from '../held'
  import { api, Problem, dataOf } from '../api/client'
  import type { Grade, Guide, GuideView, Stage } from '../api/types'
  import { fieldErrors } from '../chamber/draft'
  import NumberField from '../parts/NumberField.svelte'
  import { GRADE_NAMES } from '../words'
  import Trouble from '../parts/Trouble.svelte'

  let { onsaved }: { onsaved: (view: GuideView) => void } = $props()
  const id = $props.id()
  let dialog: HTMLDialogElement
  let guide = $state<Guide | null>(null)
  let version = $state(0)
  let at = $state({ school: 0, stage: 0 })
  let errors = $state.raw<Record<string, string>>({})
  let problem = $state.raw<Problem | null>(null)
  const school = $derived(guide?.schools[at.school] ?? null)
  const stage = $derived(school?.stages[at.stage] ?? null)
  const path = $derived(`schools[${at.school}].stages[${at.stage}]`)

  export function open(view: GuideView) {
    guide = structuredClone(view.guide)
    version = view.version ?? 0
    at = { school: 0, stage: 0 }
    errors = {}
    problem = null
    dialog.showModal()
  }

  const error = (field: string) => errors[`${path}.${field}`] ?? null

  async function save(event: SubmitEvent) {
    event.preventDefault()
    if (!guide) return
    try {
      const saved = await dataOf(api.put('/guides/{id}', { params: { path: { id: guide.id } }, body: { version, guide: $state.snapshot(guide) } }))
      dialog.close()
      onsaved(saved)
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      problem = failed
      errors = Object.fromEntries(Object.entries(fieldErrors(failed.errors)).map(([field, allowed]) => [field.replace(/^guide\./, ''), allowed]))
      const place = /^schools\[(\d+)\]\.stages\[(\d+)\]/.exec(Object.keys(errors)[0] ?? '')
      if (place) at = { school: Number(place[1]), stage: Number(place[2]) }
    }
  }

  /** Ids are made from names; a person never sees them. */
  const slug = (name: string, taken: string[]) => {
    const base =
      name
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^-|-$/g, '') || 'part'
    let found = base
    for (let number = 2; taken.includes(found); number++) found = `${base}-${number}`
    return found
  }

  function addStage() {
    if (!school) return
    const copy = structuredClone($state.snapshot(school.stages.at(-1)!)) as Stage
    copy.id = slug(
      'new stage',
      school.stages.map((each) => each.id),
    )
    copy.name = 'New stage'
    school.stages.push(copy)
    at.stage = school.stages.length - 1
  }

  function addSchool() {
    if (!guide || !school) return
    const copy = structuredClone($state.snapshot(school))
    copy.id = slug(
      'own school',
      guide.schools.map((each) => each.id),
    )
    copy.name = 'Own school'
    guide.schools.push(copy)
    at = { school: guide.schools.length - 1, stage: 0 }
  }

  const RANGES = [
    ['temperatureC', 'Keep', 'level', ''],
    ['nightTemperatureC', 'By night', 'level', ''],
    ['humidityPct', 'Humidity', 'plain', '%RH'],
    ['nightHumidityPct', 'Humidity by night', 'plain', '%RH'],
    ['carbonDioxidePpm', 'Carbon dioxide', 'plain', 'ppm'],
  ] as const
  const NUMBERS = [
    ['lightHours', 'Light', 'h a day'],
    ['turnsPerDay', 'Turned', 'times a day'],
    ['freshAirPerHour', 'Fresh air', 'times an hour'],
    ['maxRateKh', 'Changes by at most', 'K an hour'],
  ] as const
</script>

{#snippet grade(label: string, value: Grade, onchange: (grade: Grade) => void)}
  <div class="plain">
    <label
      >{label}
      <select {value} onchange={(event) => onchange(event.currentTarget.value as Grade)}>
        {#each Object.entries(GRADE_NAMES) as [key, words] (key)}<option value={key}>{words}</option>{/each}
      </select></label
    >
  </div>
{/snippet}

<dialog bind:this={dialog} aria-labelledby="{id}-title">
  {#if guide && school && stage}
    <form onsubmit={save} novalidate>
      <h2 id="{id}-title">{guide.name}</h2>
      <Trouble of={problem} />
      <div class="row">
        <div class="plain"><label for="{id}-name">Name</label><input id="{id}-name" maxlength="80" bind:value={guide.name} /></div>
        <div class="plain"><label for="{id}-where">Words for “at the occupant”</label><input id="{id}-where" maxlength="40" bind:value={guide.where} /></div>
        <div class="plain">
          <label for="{id}-measured">What counts</label>
          <select id="{id}-measured" bind:value={guide.measured}><option value="CONTENTS">they themselves</option><option value="AIR">the air around them</option></select>
        </div>
      </div>
      <div class="row">
        <div class="plain">
          <label for="{id}-school">School</label>
          <select id="{id}-school" value={String(at.school)} onchange={(event) => (at = { school: Number(event.currentTarget.value), stage: 0 })}>
            {#each guide.schools as each, index (each.id)}<option value={String(index)}>{each.name}</option>{/each}
          </select>
        </div>
        <div class="plain"><label for="{id}-school-name">called</label><input id="{id}-school-name" maxlength="80" bind:value={school.name} /></div>
        <button type="button" class="link small" onclick={addSchool}>Add a school like it</button>
        {#if guide.schools.length > 1}<button
            type="button"
            class="link small"
            onclick={() => {
              guide!.schools.splice(at.school, 1)
              at = { school: 0, stage: 0 }
            }}>Remove this school</button
          >{/if}
      </div>
      <div class="plain">
        <label for="{id}-why">What it does differently and why</label><textarea id="{id}-why" rows="2" maxlength="500" bind:value={school.explanation}></textarea>
      </div>
      <div class="row">
        <div class="plain">
          <label for="{id}-stage">Stage</label>
          <select id="{id}-stage" value={String(at.stage)} onchange={(event) => (at.stage = Number(event.currentTarget.value))}>
            {#each school.stages as each, index (each.id)}<option value={String(index)}>{index + 1}. {each.name}</option>{/each}
          </select>
        </div>
        <div class="plain"><label for="{id}-stage-name">called</label><input id="{id}-stage-name" maxlength="80" bind:value={stage.name} /></div>
        <NumberField
          label="lasts"
          unit="days"
          emptyMeans="open-ended"
          value={stage.durationDays}
          error={error('durationDays')}
          onchange={(value) => {
            stage!.durationDays = value
            stage!.durationGrade = value === null ? null : (stage!.durationGrade ?? 'FROM_MEMORY')
          }}
        />
        <button type="button" class="link small" onclick={addStage}>Add a stage after the last</button>
        {#if school.stages.length > 1}<button
            type="button"
            class="link small"
            onclick={() => {
              school!.stages.splice(at.stage, 1)
              at.stage = 0
            }}>Remove this stage</button
          >{/if}
      </div>
      {#each RANGES as [key, label, kind, unit] (key)}
        {@const range = stage[key]}
        {#if range}
          <div class="row">
            <NumberField label="{label} from" {kind} {unit} value={range.low} error={error(`${key}.low`)} onchange={(value) => (range.low = value!)} />
            <NumberField label="to" {kind} {unit} value={range.high} error={error(`${key}.high`)} onchange={(value) => (range.high = value!)} />
            {@render grade('from', range.grade, (chosen) => (range.grade = chosen))}
            {#if range.grade === 'PUBLISHED'}<div class="plain">
                <label>Publication <input maxlength="300" bind:value={range.source} aria-invalid={error(`${key}.source`) ? 'true' : undefined} /></label
                >{#if error(`${key}.source`)}<p class="error">{error(`${key}.source`)}</p>{/if}
              </div>{/if}
            {#if key !== 'temperatureC'}<button type="button" class="link small" onclick={() => Object.assign(stage!, { [key]: null })}>Remove</button>{/if}
          </div>
        {:else}
          <button
            type="button"
            class="link small"
            onclick={() => (stage![key] = key.includes('umidity') ? { low: 50, high: 60, grade: 'FROM_MEMORY', source: '' } : { ...stage!.temperatureC, source: '' })}
            >Add {label.toLowerCase()}</button
          >
        {/if}
      {/each}
      <div class="row">
        {#each NUMBERS as [key, label, unit] (key)}
          <NumberField
            {label}
            {unit}
            emptyMeans="–"
            value={stage[key]?.value ?? null}
            error={error(`${key}.value`)}
            onchange={(value) => (stage![key] = value === null ? null : { value, grade: stage![key]?.grade ?? 'FROM_MEMORY' })}
          />
        {/each}
      </div>
      <h3>What harms them, and how soon</h3>
      {#each stage.harm as harm, index (harm)}
        {@const of = quantityOf(harm)}
        <div class="row">
          <div class="plain"><label>Side <select bind:value={harm.side}><option value="HIGH">at or above</option><option value="LOW">at or below</option></select></label></div>
          <NumberField
            label="Level"
            kind={isOfAir(of) ? 'plain' : 'level'}
            unit={isOfAir(of) ? AIR[of].sign : ''}
            value={levelOf(harm)}
            error={error(`harm[${index}].${fieldOf(of)}`) ?? error(`dangerLimits[${index}].level`)}
            onchange={(value) => (harm[fieldOf(of)] = value!)}
          />
          <NumberField
            label="Borne for"
            unit="h"
            scale={1 / 3600}
            value={harm.durationS}
            error={error(`harm[${index}].durationS`)}
            onchange={(value) => (harm.durationS = value!)}
          />
          {@render grade('from', harm.grade, (chosen) => (harm.grade = chosen))}
          <button type="button" class="link small" onclick={() => (stage!.harm = stage!.harm.filter((each) => each !== harm))}>Remove</button>
        </div>
      {/each}
      <button
        type="button"
        class="link small"
        onclick={() => stage!.harm.push({ side: 'HIGH', levelC: stage!.temperatureC.high + 5, durationS: 3600, grade: 'FROM_MEMORY' } as Stage['harm'][number])}
        >Add a danger limit</button
      >
      <div class="row buttons">
        <button type="button" class="button" onclick={() => dialog.close()}>Leave it as it was</button>
        <button type="submit" class="button main">Save the guide</button>
      </div>
    </form>
  {/if}
</dialog>

<style>
  dialog {
    width: min(900px, calc(100vw - 32px));
  }

  form {
    display: grid;
    gap: 12px;
  }

  .plain label {
    color: var(--quiet);
    font-size: var(--small);
  }

  .buttons {
    justify-content: flex-end;
    padding-top: 8px;
  }
</style>
