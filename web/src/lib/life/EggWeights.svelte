<script lang="ts">
  /** Eggs on the scale: weighings, the wanted loss, and the humidity it asks for. */
  import { when } from '../when'
  import { onMount } from 'svelte'
  import { api, asTyped, Problem, dataOf } from '../api/client'
  import type { EggAnswer, School, WeighingView } from '../api/types'
  import { fieldErrors } from '../chamber/draft'
  import NumberField from '../parts/NumberField.svelte'
  import { session } from '../session.svelte'
  import { fixed } from '../units'
  import Trouble from '../parts/Trouble.svelte'

  let { chamberId, wanted, humidityPct }: { chamberId: string; wanted: School['weightLoss']; humidityPct: number | null } = $props()
  const id = $props.id()
  let all = $state.raw<WeighingView[]>([])
  let answer = $state.raw<EggAnswer | null>(null)
  let problem = $state.raw<Problem | null>(null)
  let errors = $state.raw<Record<string, string>>({})
  let massG = $state<number | null>(null)
  let eggs = $state<number | null>(null)
  let note = $state('')
  let at = $state('')
  let endDay = $state<number | null>(null)
  let lowPct = $state<number | null>(null)
  let highPct = $state<number | null>(null)
  let endPoint = $state<'LOCK_DOWN' | 'PIP' | null>(null)
  let soFarPct = $state<number | null>(null)
  let width = $state(480)

  const target = $derived({
    endPoint: endPoint ?? wanted?.endPoint ?? 'PIP',
    endDay: endDay ?? wanted?.endDay ?? 20,
    lowPct: lowPct ?? wanted?.lowPct ?? 12,
    highPct: highPct ?? wanted?.highPct ?? 14,
    humidityPct: soFarPct ?? humidityPct,
  })
  const counted = $derived(all.filter((each) => each.withdrawnAt === null))
  /** Mean mass of one egg, so that eggs taken out do not look like a loss. */
  const points = $derived(
    counted.map((each) => ({
      day: (Date.parse(each.weighedAt) - Date.parse(counted[0]!.weighedAt)) / 86_400_000,
      massG: each.massG / each.eggs,
    })),
  )

  onMount(load)

  async function load() {
    try {
      all = await dataOf(api.get('/chambers/{chamberId}/weighings', { params: { path: { chamberId } } }))
      problem = null
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      problem = failed
    }
  }

  // What the weighings say is asked again whenever they or the target change.
  $effect(() => {
    const request = { weighings: points, ...target }
    if (request.weighings.length === 0) {
      answer = null
      return
    }
    let stale = false
    dataOf(api.post('/calc/egg-weights', { body: request }))
      .then((told) => {
        if (stale) return
        answer = told
        problem = null
      })
      .catch((failed: unknown) => {
        if (!stale && failed instanceof Problem) problem = failed
      })
    return () => (stale = true)
  })

  async function add(event: SubmitEvent) {
    event.preventDefault()
    try {
      await dataOf(
        api.post('/chambers/{chamberId}/weighings', {
          params: { path: { chamberId } },
          body: asTyped({
            weighedAt: at ? new Date(at).toISOString() : new Date().toISOString(),
            massG,
            eggs: eggs ?? counted.at(-1)?.eggs ?? null,
            note,
          }),
        }),
      )
      massG = null
      note = ''
      at = ''
      errors = {}
      await load()
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      errors = fieldErrors(failed.errors)
      if (failed.errors.length === 0) problem = failed
    }
  }

  async function withdraw(weighing: WeighingView) {
    try {
      await dataOf(api.post('/chambers/{chamberId}/weighings/{id}/withdraw', { params: { path: { chamberId, id: weighing.id } } }))
      await load()
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      problem = failed
    }
  }

  const taken = (iso: string) => when(iso, 'minute')

  // --- the curve ----------------------------------------------------------------------------------------------------------

  const HEIGHT = 190
  const LEFT = 44
  const most = $derived(Math.max(target.highPct * 1.15, ...(answer ? [answer.lossPct, answer.projectedPct + answer.projectedHalfPct] : [])))
  const x = $derived((day: number) => LEFT + (day / Math.max(target.endDay, points.at(-1)?.day ?? 0)) * (width - LEFT - 12))
  const y = $derived((lossPct: number) => 10 + (lossPct / most) * (HEIGHT - 20))
  const losses = $derived(points.map((each) => ({ day: each.day, lossPct: 100 * (1 - each.massG / points[0]!.massG) })))
  const VERDICTS: Record<EggAnswer['verdict'], [string, string]> = {
    ON_COURSE: ['■', 'on course'],
    TOO_SLOW: ['▲', 'losing too little: too damp'],
    TOO_FAST: ['▲', 'losing too much: too dry'],
    TOO_FEW: ['□', 'not enough weight lost yet to tell on this scale: weigh them again in a few days'],
  }
</script>

<section class="headed" aria-labelledby="{id}-title">
  <h2 id="{id}-title">The eggs on the scale</h2>
  <Trouble of={problem} />
  <div class="columns">
    <figure bind:clientWidth={width}>
      <svg
        {width}
        height={HEIGHT + 20}
        role="img"
        aria-label={answer
          ? `Lost ${fixed(answer.lossPct, 1)} % so far, ${fixed(answer.projectedPct, 1)} % by day ${fixed(target.endDay, 0)}; wanted ${target.lowPct} to ${target.highPct} %`
          : 'No weighing yet'}
      >
        <rect x={LEFT} y="10" width={Math.max(0, width - LEFT - 12)} height={HEIGHT - 20} fill="var(--sheet)" stroke="var(--hairline)" />
        <path d="M{x(0)} {y(0)}L{x(target.endDay)} {y(target.lowPct)}V{y(target.highPct)}Z" fill="var(--keep)" stroke="var(--keep-edge)" />
        <text class="tick" x={LEFT - 5} y={y(0) + 4} text-anchor="end">0 %</text>
        <text class="tick" x={LEFT - 5} y={y(target.lowPct) + 4} text-anchor="end">{fixed(target.lowPct, 0)} %</text>
        <text class="tick" x={LEFT - 5} y={y(target.highPct) + 12} text-anchor="end">{fixed(target.highPct, 0)} %</text>
        <text class="tick" x={LEFT} y={HEIGHT + 8}>set</text>
        <text class="tick" x={x(target.endDay)} y={HEIGHT + 8} text-anchor="end">day {fixed(target.endDay, 0)}, {target.endPoint === 'PIP' ? 'pip' : 'lock-down'}</text>
        {#if answer && losses.length > 1 && answer.verdict !== 'TOO_FEW'}
          <path
            d="M{x(losses.at(-1)!.day)} {y(losses.at(-1)!.lossPct)}L{x(target.endDay)} {y(Math.max(0, answer.projectedPct - answer.projectedHalfPct))}V{y(
              answer.projectedPct + answer.projectedHalfPct,
            )}Z"
            fill="var(--ink)"
            opacity="0.12"
          />
          <path
            d="M{x(losses.at(-1)!.day)} {y(losses.at(-1)!.lossPct)}L{x(target.endDay)} {y(answer.projectedPct)}"
            stroke="var(--ink)"
            stroke-width="2"
            stroke-dasharray="2 5"
            fill="none"
          />
        {/if}
        <path d="M{losses.map((each) => `${x(each.day)} ${y(each.lossPct)}`).join('L')}" fill="none" stroke="var(--ink)" stroke-width="2" />
        {#each losses as each (each.day)}<rect x={x(each.day) - 4} y={y(each.lossPct) - 4} width="8" height="8" fill="var(--ink)" />{/each}
      </svg>
    </figure>
    <div class="says">
      {#if answer && answer.verdict !== 'TOO_FEW'}
        <p><span class="mark {answer.verdict === 'ON_COURSE' ? 'well' : 'mind'}" aria-hidden="true">{VERDICTS[answer.verdict][0]}</span><b>{VERDICTS[answer.verdict][1]}</b></p>
        <p>
          Lost <b class="mono">{fixed(answer.lossPct, 1)} %</b>; <b class="mono">{fixed(answer.wantedNowLowPct, 1)}–{fixed(answer.wantedNowHighPct, 1)} %</b> would be on course. At
          <b class="mono">{fixed(answer.perDayPct, 2)} %</b>
          a day it ends at <b class="mono">{fixed(answer.projectedPct, 1)} %</b>
          ({fixed(Math.max(0, answer.projectedPct - answer.projectedHalfPct), 1)} to {fixed(answer.projectedPct + answer.projectedHalfPct, 1)}).
        </p>
        {#if answer.askedHumidityPct !== null}<p>
            From now on keep about <b class="mono">{fixed(answer.askedHumidityPct, 0)} %RH</b>, as against {fixed(target.humidityPct ?? 0, 0)} so far.
          </p>
        {:else if target.humidityPct === null}<p>Say how humid it has been, and it tells what to keep from now on.</p>
        {:else}<p>No humidity brings them there in the days that are left.</p>{/if}
      {:else}
        <p><span class="mark" aria-hidden="true">□</span>{answer ? VERDICTS.TOO_FEW[1] : 'Weigh them when they are set: the fresh weight is what all is counted from.'}</p>
      {/if}
      <div class="row">
        <div class="plain">
          <label for="{id}-end">Counted to</label>
          <select id="{id}-end" value={target.endPoint} onchange={(event) => (endPoint = event.currentTarget.value as 'PIP')}
            ><option value="PIP">the pip</option><option value="LOCK_DOWN">lock-down</option></select
          >
        </div>
        <NumberField label="on day" value={target.endDay} onchange={(value) => (endDay = value)} />
        <NumberField label="Wanted from" unit="%" value={target.lowPct} onchange={(value) => (lowPct = value)} />
        <NumberField label="to" unit="%" value={target.highPct} onchange={(value) => (highPct = value)} />
        <NumberField label="Humidity so far" unit="%RH" emptyMeans="not known" value={target.humidityPct} onchange={(value) => (soFarPct = value)} />
      </div>
    </div>
  </div>
  {#if session.mayKey}
    <form class="row" onsubmit={add} novalidate>
      <NumberField label="All together they weigh" unit="g" value={massG} error={errors['massG'] ?? null} onchange={(value) => (massG = value)} emptyMeans="" />
      <NumberField label="Number of eggs" value={eggs ?? counted.at(-1)?.eggs ?? null} error={errors['eggs'] ?? null} onchange={(value) => (eggs = value)} emptyMeans="" />
      <div class="plain">
        <label for="{id}-at">When, if not now</label>
        <input id="{id}-at" type="datetime-local" bind:value={at} aria-invalid={errors['weighedAt'] ? 'true' : undefined} />
        {#if errors['weighedAt']}<p class="error">{errors['weighedAt']}</p>{/if}
      </div>
      <div class="plain">
        <label for="{id}-note">Note</label>
        <input id="{id}-note" maxlength="300" bind:value={note} />
      </div>
      <button class="button" type="submit">Write it down</button>
    </form>
  {/if}
  {#if all.length > 0}
    <ul class="small">
      {#each all as each (each.id)}
        <li class:gone={each.withdrawnAt !== null}>
          <span>{taken(each.weighedAt)}: <b class="mono">{fixed(each.massG, 1)} g</b>, {each.eggs} eggs, {each.author}{each.note ? `. ${each.note}` : ''}</span>
          {#if each.withdrawnAt}<span class="quiet">withdrawn by {each.withdrawnBy}, {taken(each.withdrawnAt)}</span>
          {:else if session.mayKey}<button class="link small" onclick={() => withdraw(each)}>Withdraw</button>{/if}
        </li>
      {/each}
    </ul>
  {/if}
  <p class="small quiet">Always the same eggs on the same scale; eggs lose water evenly from setting to the pip. Heavier loss means too dry.</p>
</section>

<style>
  .columns {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 24px;
  }

  .says {
    display: grid;
    gap: 8px;
    align-content: start;
  }

  ul {
    margin: 10px 0;
    padding: 0;
    list-style: none;
  }

  li {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 4px 14px;
    border-bottom: 1px solid var(--hairline);
    padding: 4px 0;
  }

  li.gone span:first-child {
    text-decoration: line-through;
  }

  @media (max-width: 1000px) {
    .columns {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
