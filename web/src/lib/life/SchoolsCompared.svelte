<script lang="ts">
  /** The schools of a guide side by side, stage under stage. */
  import { keyOf, sayLevel } from '../danger'
  import type { Guide, School, Stage } from '../api/types'
  import { prefs } from '../prefs.svelte'
  import { difference, duration, fixed, level } from '../units'
  import { GRADE_NAMES } from '../words'

  interface Props {
    guide: Guide
    disabled: boolean
    isChosen: (school: School, stage: Stage) => boolean
    plan: (school: School, stage: Stage) => void
  }
  let { guide, disabled, isChosen, plan }: Props = $props()
  const SHORT: Record<keyof typeof GRADE_NAMES, string> = { PUBLISHED: 'published', COMMON_PRACTICE: 'practice', FROM_MEMORY: 'memory' }
</script>

<div class="schools" style:--count={Math.min(3, guide.schools.length)}>
  {#each guide.schools as school (school.id)}
    <section>
      {#if guide.schools.length > 1}<h3>{school.name}</h3>{/if}
      {#if school.explanation}<p class="small quiet">{school.explanation}</p>{/if}
      {#if school.weightLoss}
        <p class="small">
          Wanted loss: <b class="mono">{fixed(school.weightLoss.lowPct, 0)}–{fixed(school.weightLoss.highPct, 0)} %</b> of fresh weight by {school.weightLoss.endPoint === 'PIP'
            ? 'the pip'
            : 'lock-down'}, day {fixed(school.weightLoss.endDay, 0)} <span class="quiet">({SHORT[school.weightLoss.grade]})</span>
        </p>
      {/if}
      <ol>
        {#each school.stages as stage (stage.id)}
          <li class:chosen={isChosen(school, stage)}>
            <h4>
              {stage.name}{#if stage.durationDays !== null}<span class="quiet">, about {fixed(stage.durationDays, stage.durationDays % 1 ? 1 : 0)} days</span>{/if}
            </h4>
            <p>
              <span class="mono">{level(stage.temperatureC.low, prefs.unit)}</span> to <span class="mono">{level(stage.temperatureC.high, prefs.unit)}</span>
              <span class="grade">{SHORT[stage.temperatureC.grade]}</span>
            </p>
            {#if stage.nightTemperatureC}<p>
                by night <span class="mono">{level(stage.nightTemperatureC.low, prefs.unit)}</span> to <span class="mono">{level(stage.nightTemperatureC.high, prefs.unit)}</span>
                <span class="grade">{SHORT[stage.nightTemperatureC.grade]}</span>
              </p>{/if}
            {#if stage.humidityPct}<p>
                <span class="mono">{stage.humidityPct.low}–{stage.humidityPct.high} %RH</span> <span class="grade">{SHORT[stage.humidityPct.grade]}</span>
              </p>{/if}
            {#if stage.carbonDioxidePpm}<p>
                <span class="mono">{stage.carbonDioxidePpm.low}–{stage.carbonDioxidePpm.high} ppm CO₂</span> <span class="grade">{SHORT[stage.carbonDioxidePpm.grade]}</span>
              </p>{/if}
            {#if stage.nightHumidityPct}<p>
                by night <span class="mono">{stage.nightHumidityPct.low}–{stage.nightHumidityPct.high} %RH</span> <span class="grade">{SHORT[stage.nightHumidityPct.grade]}</span>
              </p>{/if}
            {#if stage.lightHours}<p class="small">light {fixed(stage.lightHours.value, 0)} h a day <span class="grade">{SHORT[stage.lightHours.grade]}</span></p>{/if}
            {#if stage.turnsPerDay}<p class="small">turned {fixed(stage.turnsPerDay.value, 0)} times a day <span class="grade">{SHORT[stage.turnsPerDay.grade]}</span></p>{/if}
            {#if stage.freshAirPerHour}<p class="small">
                fresh air {fixed(stage.freshAirPerHour.value, 0)} times an hour <span class="grade">{SHORT[stage.freshAirPerHour.grade]}</span>
              </p>{/if}
            {#if stage.maxRateKh}<p class="small">
                changes by at most {difference(stage.maxRateKh.value, prefs.unit)} an hour <span class="grade">{SHORT[stage.maxRateKh.grade]}</span>
              </p>{/if}
            {#each stage.harm as harm (keyOf(harm))}
              <p class="small">
                {harm.costs ?? 'harmed'}{harm.costs ? ':' : ''}
                {harm.side === 'HIGH' ? 'at or above' : 'at or below'}
                {sayLevel(harm, prefs.unit)} for {duration(harm.durationS)} <span class="grade">{SHORT[harm.grade]}</span>
              </p>
            {/each}
            {#each stage.notes as note (note)}<p class="small quiet">{note}</p>{/each}
            {#if isChosen(school, stage)}
              <p class="small"><span class="mark well" aria-hidden="true">■</span>This is the stage now.</p>
            {:else}
              <button class="link" {disabled} onclick={() => plan(school, stage)}>Plan for this stage</button>
            {/if}
          </li>
        {/each}
      </ol>
    </section>
  {/each}
</div>
<p class="small quiet">Grades: published; practice: {GRADE_NAMES.COMMON_PRACTICE}; memory: {GRADE_NAMES.FROM_MEMORY}.</p>

<style>
  .schools {
    display: grid;
    grid-template-columns: repeat(var(--count), minmax(0, 1fr));
    gap: 12px 20px;
  }

  ol {
    margin: 0;
    padding: 0;
    list-style: none;
  }

  li {
    display: grid;
    gap: 2px;
    padding: 8px 0 8px 10px;
    margin-top: 8px;
    border-left: 5px solid var(--hairline);
  }

  li.chosen {
    border-left-color: var(--keep-edge);
  }

  h4 {
    margin: 0;
    font-size: var(--text);
  }

  .grade {
    color: var(--quiet);
    font-size: 12px;
  }

  @media (max-width: 1100px) {
    .schools {
      grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
    }
  }
</style>
