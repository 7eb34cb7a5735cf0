<script lang="ts">
  import { onMount, untrack } from 'svelte'
  import { api } from '../lib/api/client'
  import type { Guide, HarmPlan, Stage } from '../lib/api/types'
  import type { ChamberDraft } from '../lib/chamber/draft.svelte'
  import NumberField from '../lib/parts/NumberField.svelte'
  import { prefs } from '../lib/prefs.svelte'
  import { session } from '../lib/session.svelte'
  import { duration, level } from '../lib/units'
  import { GRADE_NAMES, KEEPING_NAMES } from '../lib/words'

  let { draft }: { draft: ChamberDraft } = $props()
  const id = $props.id()
  let guides = $state.raw<Guide[]>([])
  let search = $state('')
  // Where looking around begins; what is looked at afterwards is not yet what is planned.
  let guideId = $state(untrack(() => draft.plan.occupancy?.guideId ?? ''))
  let schoolId = $state(untrack(() => draft.plan.occupancy?.schoolId ?? ''))
  const occupancy = $derived(draft.plan.occupancy)
  const guide = $derived(guides.find((each) => each.id === guideId) ?? null)
  const school = $derived(guide?.schools.find((each) => each.id === schoolId) ?? guide?.schools[0] ?? null)
  const found = $derived(
    guides.filter((each) => `${each.name} ${KEEPING_NAMES[each.keeping]}`.toLowerCase().includes(search.trim().toLowerCase())),
  )
  const disabled = $derived(!session.mayPlan)

  onMount(async () => {
    guides = await api.get<Guide[]>('/guides')
  })

  function live(stage: Stage) {
    if (!guide || !school) return
    draft.checkpoint(`taking over ${stage.name.toLowerCase()}`)
    draft.plan.occupancy = {
      guideId: guide.id,
      schoolId: school.id,
      stageId: stage.id,
      name: guide.name,
      startedOn: draft.plan.occupancy?.startedOn ?? null,
      where: guide.where,
      measured: guide.measured,
      gradientK: draft.plan.occupancy?.gradientK ?? 0,
      keepLowC: stage.temperatureC.low,
      keepHighC: stage.temperatureC.high,
      harmLimits: stage.harm.map(({ side, levelC, durationS }) => ({ side, levelC, durationS })),
    }
    draft.replan()
  }

  function change(action: () => void) {
    action()
    draft.replan()
  }

  const sideWord = (limit: { side: HarmPlan['side'] }) => (limit.side === 'HIGH' ? 'at or above' : 'at or below')
</script>

<div class="columns">
  <section aria-labelledby="{id}-guide">
    <h2 id="{id}-guide">Who lives in it</h2>
    <label for="{id}-search">Search the guides</label>
    <input id="{id}-search" type="search" bind:value={search} placeholder="eggs, mushroom, tank …" />
    <ul class="guides">
      {#each found as each (each.id)}
        <li>
          <button
            aria-pressed={each.id === guideId}
            onclick={() => {
              guideId = each.id
              schoolId = each.schools[0]?.id ?? ''
            }}
          >
            <b>{each.name}</b> <span class="quiet small">{KEEPING_NAMES[each.keeping]}{each.schools.length > 1 ? ` · ${each.schools.length} schools` : ''}</span>
          </button>
        </li>
      {:else}
        <li class="quiet">{guides.length ? 'No guide by that name. Choose the nearest and change its values.' : 'Fetching the guides …'}</li>
      {/each}
    </ul>
  </section>

  <section aria-labelledby="{id}-stages">
    {#if guide && school}
      <h2 id="{id}-stages">{guide.name}, stage by stage</h2>
      {#if guide.schools.length > 1}
        <div class="schools" role="radiogroup" aria-label="School">
          {#each guide.schools as each (each.id)}
            <label><input type="radio" name="{id}-school" value={each.id} checked={each === school} onchange={() => (schoolId = each.id)} /> {each.name}</label>
          {/each}
        </div>
      {/if}
      {#if school.explanation}<p class="quiet">{school.explanation}</p>{/if}
      <ol class="stages">
        {#each school.stages as stage (stage.id)}
          {@const chosen = occupancy?.guideId === guide.id && occupancy.schoolId === school.id && occupancy.stageId === stage.id}
          <li class:chosen>
            <h3>{stage.name}{#if stage.durationDays !== null}<span class="quiet">, about {stage.durationDays} days</span>{/if}</h3>
            <p>
              <span class="mono">{level(stage.temperatureC.low, prefs.unit)}</span> to
              <span class="mono">{level(stage.temperatureC.high, prefs.unit)}</span>
              <span class="quiet small">({GRADE_NAMES[stage.temperatureC.grade]})</span>
              {#if stage.humidityPct}
                · <span class="mono">{stage.humidityPct.low}–{stage.humidityPct.high} %RH</span>
                <span class="quiet small">({GRADE_NAMES[stage.humidityPct.grade]})</span>
              {/if}
              {#if stage.lightHours !== null}· light {stage.lightHours} h{/if}
            </p>
            {#each stage.harm as harm (harm.side + harm.levelC)}
              <p class="small">Harmed {sideWord(harm)} {level(harm.levelC, prefs.unit)} for {duration(harm.durationS)} <span class="quiet">({GRADE_NAMES[harm.grade]})</span></p>
            {/each}
            {#each stage.notes as note (note)}<p class="small quiet">{note}</p>{/each}
            {#if chosen}
              <p class="small"><span class="mark well" aria-hidden="true">■</span>This is the stage now.</p>
            {:else}
              <button class="link" {disabled} onclick={() => live(stage)}>Plan for this stage</button>
            {/if}
          </li>
        {/each}
      </ol>
      {#each guide.cautions as caution (caution)}<p class="small caution">{caution}</p>{/each}
    {:else}
      <p class="quiet">Choose a guide on the left; its values are defaults and yours to change.</p>
    {/if}

    {#if occupancy}
      <fieldset {disabled}>
        <legend><h2>What they need in this chamber</h2></legend>
        <p class="quiet small">Judgements to start from, not promises. All values {occupancy.where}.</p>
        <div class="row">
          <NumberField label="Keep from" kind="level" value={occupancy.keepLowC} error={draft.error('occupancy.keepLowC')} onchange={(value) => change(() => (occupancy.keepLowC = value!))} />
          <NumberField label="Keep to" kind="level" value={occupancy.keepHighC} error={draft.error('occupancy.keepHighC')} onchange={(value) => change(() => (occupancy.keepHighC = value!))} />
          <div class="plain">
            <label for="{id}-since">Since</label>
            <input id="{id}-since" type="date" value={occupancy.startedOn ?? ''} onchange={(event) => (occupancy.startedOn = event.currentTarget.value || null)} />
          </div>
          {#if occupancy.measured === 'AIR'}
            <NumberField label="Air there, above the mixed air" kind="difference" value={occupancy.gradientK} error={draft.error('occupancy.gradientK')} onchange={(value) => change(() => (occupancy.gradientK = value!))} />
          {/if}
        </div>
        <h3>What harms them, and how soon</h3>
        {#each occupancy.harmLimits as limit, index (limit)}
          <div class="row harm">
            <div class="plain">
              <label for="{id}-side-{index}">Side</label>
              <select id="{id}-side-{index}" bind:value={limit.side} onchange={() => draft.replan()}>
                <option value="HIGH">at or above</option>
                <option value="LOW">at or below</option>
              </select>
            </div>
            <NumberField label="Level" kind="level" value={limit.levelC} error={draft.error(`occupancy.harmLimits[${index}].levelC`)} onchange={(value) => change(() => (limit.levelC = value!))} />
            <NumberField label="Borne for" unit="h" scale={1 / 3600} value={limit.durationS} error={draft.error(`occupancy.harmLimits[${index}].durationS`)} onchange={(value) => change(() => (limit.durationS = value!))} />
            <button class="link small" onclick={() => change(() => (occupancy.harmLimits = occupancy.harmLimits.filter((each) => each !== limit)))}>Remove</button>
          </div>
        {/each}
        <button
          class="button"
          onclick={() =>
            change(() => occupancy.harmLimits.push({ side: 'HIGH', levelC: Math.min(80, occupancy.keepHighC + 5), durationS: 3600 }))}
          >Add a harm limit</button
        >
      </fieldset>
    {/if}
  </section>
</div>

<style>
  .columns {
    display: grid;
    grid-template-columns: 290px minmax(0, 1fr);
    gap: 32px;
  }

  section {
    display: grid;
    gap: 10px;
    align-content: start;
  }

  label {
    color: var(--quiet);
    font-size: var(--small);
  }

  .guides {
    margin: 0;
    padding: 0;
    list-style: none;
    max-height: 560px;
    overflow-y: auto;
  }

  .guides button {
    display: grid;
    width: 100%;
    min-height: var(--target);
    padding: 6px 10px;
    border: 0;
    border-left: 5px solid transparent;
    border-bottom: 1px solid var(--hairline);
    background: none;
    text-align: left;
    cursor: pointer;
  }

  .guides button[aria-pressed='true'] {
    border-left-color: var(--ink);
    background: var(--sheet);
  }

  .schools {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 20px;
  }

  .schools label {
    display: flex;
    align-items: center;
    gap: 6px;
    min-height: 32px;
    color: var(--ink);
    font-size: var(--text);
  }

  .stages {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(260px, 1fr));
    gap: 0 24px;
    margin: 0;
    padding: 0;
    list-style: none;
  }

  .stages li {
    display: grid;
    gap: 3px;
    align-content: start;
    padding: 10px 0 10px 10px;
    border-left: 5px solid var(--hairline);
    margin-bottom: 12px;
  }

  .stages li.chosen {
    border-left-color: var(--keep-edge);
  }

  fieldset {
    display: grid;
    gap: 12px;
    margin: 12px 0 0;
    padding: 0;
    border: 0;
    border-top: 3px solid var(--ink);
  }

  legend {
    padding: 8px 12px 0 0;
  }

  fieldset > .button {
    justify-self: start;
  }

  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 12px 20px;
    align-items: end;
  }

  .plain {
    display: grid;
    gap: 2px;
  }

  .caution {
    padding-left: 10px;
    border-left: 5px solid var(--alarm);
  }

  @media (max-width: 900px) {
    .columns {
      grid-template-columns: minmax(0, 1fr);
    }

    .guides {
      max-height: 240px;
    }
  }
</style>
