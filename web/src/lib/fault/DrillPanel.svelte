<script lang="ts">
  /** A drill: a trace with a hidden fault, two questions, a judgement. */
  import { onMount } from 'svelte'
  import { api, asTyped, Problem, dataOf } from '../api/client'
  import type { DrillJudged, DrillView, FaultKind, FirstAct, OccupancyPlan, ScoreView } from '../api/types'
  import { envelopePath, scaleOf, ticks } from '../ladder/scale'
  import { prefs } from '../prefs.svelte'
  import { session } from '../session.svelte'
  import { celsiusTo, duration, fixed } from '../units'
  import FaultTrace from './FaultTrace.svelte'
  import { ACTS, KINDS, looksOf, nameOf, VERDICTS } from './words'

  let { chamberId, occupancy, range }: { chamberId: string; occupancy: OccupancyPlan; range: { low: number; high: number } } = $props()
  const id = $props.id()
  let drill = $state.raw<DrillView | null>(null)
  let judged = $state.raw<DrillJudged | null>(null)
  let score = $state.raw<ScoreView | null>(null)
  let kind = $state<FaultKind | ''>('')
  let act = $state<FirstAct | ''>('')
  let trouble = $state('')
  let width = $state(600)

  onMount(async () => {
    try {
      score = await dataOf(api.get('/drills/score'))
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
    }
  })

  async function ask<T>(action: () => Promise<T>): Promise<T | null> {
    try {
      trouble = ''
      return await action()
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      trouble = failed.detail
      return null
    }
  }

  async function begin() {
    const begun = await ask(() => dataOf(api.post('/chambers/{chamberId}/drills', { params: { path: { chamberId } } })))
    if (!begun) return
    drill = begun
    judged = null
    kind = ''
    act = ''
  }

  async function answer() {
    const told = await ask(() => dataOf(api.post('/chambers/{chamberId}/drills/{id}/answer', { params: { path: { chamberId, id: drill!.id } }, body: asTyped({ kind, act }) })))
    if (!told) return
    judged = told
    score = told.score
  }

  const scale = $derived.by(() => {
    const all = drill?.displays.flatMap((each) => [...each.low, ...each.high]) ?? [0, 1]
    return scaleOf(Math.min(...all) - 1, Math.max(...all) + 1, 0, 200)
  })
</script>

<p>
  A trace with one hidden fault, of this very box as it is saved. Say what happened and what you would do first.
  {#if score && score.drills > 0}So far <b>{score.rightKinds} of {score.drills}</b> named rightly, <b>{score.rightActs}</b> right first acts.{/if}
</p>
{#if trouble}<p class="error" role="alert">{trouble}</p>{/if}
{#if drill}
  <figure bind:clientWidth={width}>
    <svg
      {width}
      height="220"
      role="img"
      aria-label="The display over three days, every six hours: {drill.displays
        .map((each) =>
          each.low
            .filter((_, hour) => hour % 6 === 0)
            .map((value) => fixed(value, 1))
            .join(', '),
        )
        .join('; ')}"
    >
      <rect x="46" width={Math.max(0, width - 46)} height="200" fill="var(--sheet)" />
      {#each ticks(scale.low, scale.high, 6) as tick (tick)}
        <path d="M46 {scale.y(tick)}H{width}" stroke="var(--grid)" />
        <text class="tick" x="40" y={scale.y(tick) + 4} text-anchor="end">{fixed(drill.displays.length === 1 ? celsiusTo(prefs.unit, tick) : tick, 0)}</text>
      {/each}
      {#each drill.displays as display, index (index)}
        <path
          d={envelopePath(display.low, display.high, (hour) => 46 + ((hour + 0.5) * (width - 46)) / display.low.length, scale, 2.2)}
          fill={index === 0 ? 'var(--ink)' : 'var(--moistening)'}
        />
      {/each}
      {#each [0, 24, 48] as hour (hour)}<text class="tick" x={46 + (hour * (width - 46)) / 72} y="216">{hour} h</text>{/each}
    </svg>
    <figcaption class="small quiet">
      What {drill.controllers.join(' and ')} show{drill.controllers.length === 1 ? 's' : ''}. Room at {fixed(celsiusTo(prefs.unit, drill.roomC), 0)} °{prefs.unit}. {drill.alarmS ===
      null
        ? 'No alarm sounds.'
        : `An alarm sounds after ${duration(drill.alarmS)}.`}
    </figcaption>
  </figure>
  {#if !judged}
    <div class="row">
      <div class="plain">
        <label for="{id}-kind">What happened?</label><select id="{id}-kind" bind:value={kind}
          ><option value="">choose</option>{#each drill.kinds as each (each)}<option value={each}>{KINDS[each]}</option>{/each}</select
        >
      </div>
      <div class="plain act">
        <label for="{id}-act">What first?</label><select id="{id}-act" bind:value={act}
          ><option value="">choose</option>{#each drill.acts as each (each)}<option value={each}>{ACTS[each]}</option>{/each}</select
        >
      </div>
      <button class="button main" disabled={kind === '' || act === ''} onclick={answer}>That is my answer</button>
    </div>
  {:else}
    <div role="status">
      <p>
        <span class="mark {judged.rightKind ? 'well' : 'act'}" aria-hidden="true">{judged.rightKind ? '■' : '◆'}</span><b
          >{judged.rightKind ? 'Right:' : 'It was'} {nameOf(judged.row, prefs.unit)}.</b
        >
        One sees: {looksOf(judged.row)}.
      </p>
      <p>
        <span class="mark {judged.rightAct ? 'well' : 'act'}" aria-hidden="true">{judged.rightAct ? '■' : '◆'}</span>{judged.rightAct ? 'Right first act.' : 'First:'}
        {ACTS[judged.row.first]} Verdict: {VERDICTS[judged.row.with.kind].words}.
      </p>
    </div>
    <FaultTrace row={judged.row} {occupancy} {range} big />
    <p><button class="button main" onclick={begin}>Another one</button></p>
  {/if}
{:else}
  <p><button class="button" disabled={!session.mayKey} title={session.mayKey ? undefined : 'A visitor looks only'} onclick={begin}>Begin a drill</button></p>
{/if}

<style>
  .plain {
    min-width: 0;
    max-width: 100%;
  }

  select {
    width: 100%;
    max-width: 460px;
  }
</style>
