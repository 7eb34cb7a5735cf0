<script lang="ts">
  import { deadly } from '../lib/danger'
  import { untrack } from 'svelte'
  import { AIR, OF_AIR, wantedOf } from '../lib/held'
  import { api, Problem, dataOf } from '../lib/api/client'
  import type { FaultAnswer, FaultRow, LayerAnswer, SurenessAnswer, VerdictKind, WatchPlan } from '../lib/api/types'
  import type { ChamberDraft } from '../lib/chamber/draft.svelte'
  import DrillPanel from '../lib/fault/DrillPanel.svelte'
  import FaultTrace from '../lib/fault/FaultTrace.svelte'
  import PairsList from '../lib/fault/PairsList.svelte'
  import LayersList from '../lib/fault/LayersList.svelte'
  import TonightSheet from '../lib/fault/TonightSheet.svelte'
  import Unvouched from '../lib/life/Unvouched.svelte'
  import WatchForm from '../lib/fault/WatchForm.svelte'
  import { ACTS, LAYERS, looksOf, nameOf, ORDER, STOPS, sureOf, VERDICTS } from '../lib/fault/words'
  import { prefs } from '../lib/prefs.svelte'
  import { router } from '../lib/router.svelte'
  import { difference, duration, fixed, level, timeLeft } from '../lib/units'
  import Trouble from '../lib/parts/Trouble.svelte'

  let { draft }: { draft: ChamberDraft } = $props()
  const keptAt = untrack(() => `kiln-watch-${draft.id}`)
  /** What somebody has said; null for the usual, which the server tells. */
  let said = $state.raw<WatchPlan | null>(untrack(() => brought()))
  let answer = $state.raw<FaultAnswer | null>(null)
  /** Verdicts as saved, to tell what a change that is not saved does. */
  let saved = $state.raw<Map<string, VerdictKind> | null>(null)
  let layers = $state.raw<LayerAnswer[] | null>(null)
  let layer = $state('')
  let opened = $state<string | null>(null)
  let problem = $state.raw<Problem | null>(null)
  let busy = $state(false)
  let withHolding = $state(false)
  let sure = $state.raw<SurenessAnswer | null>(null)
  let sampling = $state(false)
  const WANTED = 200
  const BATCH = 10
  const watch = $derived(said ?? answer?.watch ?? null)
  const occupancy = $derived(draft.plan.occupancy)
  const request = $derived({
    chamber: $state.snapshot(draft.plan),
    settings: Object.entries(draft.snapshotKeyed()).map(([controllerId, values]) => ({ controllerId, values })),
    watch: said,
  })
  const ready = $derived(draft.missing.length === 0 && draft.plan.controllers.length > 0)

  function brought(): WatchPlan | null {
    try {
      return JSON.parse(localStorage.getItem(keptAt) ?? 'null') as WatchPlan | null
    } catch {
      return null
    }
  }

  function setWatch(next: WatchPlan) {
    said = next
    try {
      localStorage.setItem(keptAt, JSON.stringify(next))
    } catch {
      // A browser that keeps nothing: it lasts as long as the page.
    }
  }

  // Every change of plan, keys or watch is rehearsed anew, a moment after the last one; what was sampled before no longer counts.
  $effect(() => {
    const asked = JSON.stringify(request)
    if (!ready) return
    let stale = false
    const timer = setTimeout(async () => {
      busy = true
      sure = null
      try {
        // A first look in steps of a minute stands at once; the seconds follow.
        for (const coarse of [true, false]) {
          const told = await dataOf(api.post('/faults', { body: { ...JSON.parse(asked), coarse } }))
          if (stale) return
          answer = told
          problem = null
        }
        if (!draft.dirty) saved = new Map(answer!.rows.map((row) => [row.id, row.with.kind]))
        const ranked = await dataOf(api.post('/faults/layers', { body: { ...JSON.parse(asked), coarse: null } }))
        if (!stale) layers = ranked
      } catch (failed) {
        if (!(failed instanceof Problem)) throw failed
        if (!stale) problem = failed
      } finally {
        if (!stale) busy = false
      }
    }, 350)
    return () => {
      stale = true
      clearTimeout(timer)
    }
  })

  async function sample() {
    sampling = true
    const asked = JSON.stringify(request)
    try {
      while (sampling && (sure?.samples ?? 0) < WANTED && asked === JSON.stringify(request)) {
        const batch = await dataOf(api.post('/faults/sureness', { body: { ...JSON.parse(asked), from: sure?.samples ?? 0, samples: BATCH, seed: 20_261_125 } }))
        sure = sure ? added(sure, batch) : batch
      }
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      problem = failed
    }
    sampling = false
  }

  function added(one: SurenessAnswer, more: SurenessAnswer): SurenessAnswer {
    const counts: SurenessAnswer['counts'] = structuredClone(one.counts)
    for (const [id, kinds] of Object.entries(more.counts)) {
      counts[id] ??= {}
      for (const [kind, count] of Object.entries(kinds)) counts[id]![kind] = (counts[id]![kind] ?? 0) + count
    }
    return { samples: one.samples + more.samples, counts }
  }

  const rows = $derived(
    [...(answer?.rows ?? [])].sort((a, b) => ORDER.indexOf(a.with.kind) - ORDER.indexOf(b.with.kind) || (a.with.harmS ?? Infinity) - (b.with.harmS ?? Infinity)),
  )
  const harmed = $derived(rows.filter((row) => row.with.kind === 'HARMED' || row.with.kind === 'HARMED_UNSEEN'))
  const holding = $derived(rows.filter((row) => row.with.kind === 'HOLDS').length)
  const unseen = $derived(rows.filter((row) => row.with.kind === 'HARMED_UNSEEN').length)
  const picked = $derived(layers?.find((each) => each.layer === layer) ?? null)
  const best = $derived(layers?.find((each) => each.harmsGone > 0) ?? null)
  const range = $derived.by(() => {
    if (!occupancy) return { low: 0, high: 1 }
    const harm = deadly(occupancy.harmLimits).map((each) => each.level)
    const reached = rows.flatMap((row) => [row.with.worstC])
    const low = Math.max(Math.min(...reached, ...harm, occupancy.keepLowC) - 1, occupancy.keepLowC - 25)
    const high = Math.min(Math.max(...reached, ...harm, occupancy.keepHighC) + 1, occupancy.keepHighC + 25)
    return { low, high }
  })
  /** What of the air ends outside of what is wanted, in words. */
  const airOut = (row: FaultRow) =>
    OF_AIR.flatMap((of) => {
      const worst = row.with.worstAir[of]
      if (worst === undefined || !occupancy) return []
      const [low, high] = wantedOf(of, occupancy)
      return worst < (low ?? -Infinity) || worst > (high ?? Infinity) ? [`${fixed(worst, 0)} ${AIR[of].sign}`] : []
    })
  const after = (row: FaultRow) => picked?.changed.find((each) => each.faultId === row.id)?.after ?? null
  const COUNT = ['No fault', 'One fault', 'Two faults', 'Three faults', 'Four faults', 'Five faults', 'Six faults', 'Seven faults', 'Eight faults', 'Nine faults']

  function onLadder(row: FaultRow) {
    draft.showFault({ id: row.id, words: nameOf(row, prefs.unit), room: draft.plan.room && Math.abs(row.roomC - draft.plan.room.coldestC) < 0.01 ? 'COLDEST' : 'WARMEST' })
    router.go(`/chambers/${draft.id}/settings`)
  }
</script>

{#if !ready || !occupancy}
  <p>
    Not enough is known to rehearse what goes wrong. Still missing: {[...draft.missing, ...(draft.plan.controllers.length === 0 ? ['a controller'] : [])].join(', ')}.
    <a href="/chambers/{draft.id}/{draft.plan.occupancy ? 'chamber' : 'occupant'}">Go on planning</a>
  </p>
{:else}
  <div class="no-print all">
    <p class="sum" role="status">
      {#if !answer}Rehearsing every fault for three days …
      {:else if harmed.length === 0}<span class="mark well" aria-hidden="true">■</span><b>No single fault harms.</b>
        {rows.length} rehearsed for three days each, in the room that is worst for it.
      {:else}<span class="mark act" aria-hidden="true">◆</span><b
          >{COUNT[harmed.length] ?? `${harmed.length} faults`} of {rows.length} harm{harmed.length === 1 ? 's' : ''} before anybody can act{unseen > 0
            ? `, ${unseen} of them unseen`
            : ''}.</b
        >
        {#if best}What takes away most: {LAYERS[best.layer].charAt(0).toLowerCase() + LAYERS[best.layer].slice(1)} ({best.harmsGone} no longer harm).{/if}{/if}
      {#if busy && answer}<span class="quiet small">rehearsing …</span>{/if}
    </p>
    <Trouble of={problem} />
    <Unvouched {occupancy} />
    {#if watch}<details>
        <summary
          >Who can act when: away up to {fixed(watch.awayS / 3600, 0)} h, {watch.wakes ? 'woken by the alarm' : `deaf for ${fixed(watch.asleepS / 3600, 0)} h of sleep`}, {watch.message
            ? 'alarms sent to a phone'
            : 'no messages'}, a look every {fixed(watch.looksEveryS / 3600, 0)} h</summary
        ><WatchForm {watch} onchange={setWatch} />
      </details>{/if}

    {#if answer}
      <div class="scroll">
        <table class="rows">
          <thead
            ><tr
              ><th scope="col">What breaks</th><th scope="col">Three days at the occupant</th><th scope="col">Worst</th><th scope="col">Alarm in</th><th scope="col">Acted in</th
              ><th scope="col">Harm in</th><th scope="col">Verdict</th></tr
            ></thead
          >
          <tbody>
            {#each withHolding ? rows : rows.filter((row) => row.with.kind !== 'HOLDS' || after(row) || (saved?.get(row.id) ?? 'HOLDS') !== 'HOLDS') as row (row.id)}
              {@const verdict = VERDICTS[row.with.kind]}
              {@const before = saved?.get(row.id)}
              {@const then = after(row)}
              <tr class={row.with.kind === 'HARMED' || row.with.kind === 'HARMED_UNSEEN' ? 'bad' : ''}>
                <th scope="row"
                  ><button class="link" aria-expanded={opened === row.id} onclick={() => (opened = opened === row.id ? null : row.id)}>{nameOf(row, prefs.unit)}</button></th
                >
                <td class="trace"><FaultTrace {row} {occupancy} {range} /></td>
                <td class="mono" data-label="worst"
                  >{level(row.with.worstC, prefs.unit)}{#each airOut(row) as out (out)}<br /><span class="small">{out}</span>{/each}</td
                >
                <td class="mono" data-label="alarm in">{row.with.alarmS === null ? '—' : row.with.alarmS < 60 ? 'at once' : duration(row.with.alarmS)}</td>
                <td class="mono" data-label="acted in">{row.with.actS === null ? '—' : duration(row.with.actS)}</td>
                <td class="mono" data-label="harm in">{row.with.harmS === null ? '—' : timeLeft(row.with.harmS)}</td>
                <td class="verdict">
                  <span class="mark {verdict.tone}" aria-hidden="true">{verdict.sign}</span><b>{verdict.words}</b>
                  {#if before && before !== row.with.kind}<br /><span class="small">as saved: {VERDICTS[before].words}</span>{/if}
                  {#if then}<br /><span class="small"><span class="mark {VERDICTS[then].tone}" aria-hidden="true">{VERDICTS[then].sign}</span>with it: {VERDICTS[then].words}</span
                    >{/if}
                  {#if sure}<br /><span class="small quiet">in {sureOf(sure.counts[row.id], row.with.kind, sure.samples)} of boxes</span>{/if}
                </td>
              </tr>
              {#if opened === row.id}
                <tr class="open"
                  ><td colspan="7">
                    <FaultTrace {row} {occupancy} {range} big />
                    <p>
                      One sees: {looksOf(row)}. {STOPS[row.stop].charAt(0).toUpperCase() + STOPS[row.stop].slice(1)}{row.layers.length > 0 ? `: ${row.layers.join(', ')}` : ''}.
                      {#if row.without && row.without.kind !== row.with.kind}Without second layers: {VERDICTS[row.without.kind].words}, {level(
                          row.without.worstC,
                          prefs.unit,
                        )}.{/if}
                      {#if row.with.marginK !== null}{row.with.marginK < 0
                          ? `It goes ${difference(-row.with.marginK, prefs.unit)} past a harm level.`
                          : `It stays ${difference(row.with.marginK, prefs.unit)} from the nearest harm level.`}{/if}
                      {#if row.with.alarmS === null}{row.with.seenS === null
                          ? 'No alarm sounds, and the display shows nothing unusual.'
                          : `No alarm sounds; the display tells after ${duration(row.with.seenS)}.`}{/if}
                    </p>
                    <p><b>First:</b> {ACTS[row.first]}</p>
                    <p><button class="button" onclick={() => onLadder(row)}>See it on the ladder</button></p>
                  </td></tr
                >
              {/if}
            {/each}
          </tbody>
        </table>
      </div>
      {#if holding > 0}<p>
          <button class="link" aria-expanded={withHolding} onclick={() => (withHolding = !withHolding)}
            >{withHolding ? 'Leave out' : 'Show'} the {holding} that hold{holding === 1 ? 's' : ''}</button
          >
        </p>{/if}
      <p class="row">
        <button class="button" onclick={() => print()}>Print “If it goes wrong tonight”</button>
        {#if sampling}<button class="button" onclick={() => (sampling = false)}>Stop</button><progress max={WANTED} value={sure?.samples ?? 0} aria-label="Sampled boxes"
          ></progress><span class="small">{sure?.samples ?? 0} of {WANTED} boxes</span>
        {:else if sure && sure.samples >= WANTED}<span class="small"
            >{sure.samples} boxes sampled: insulation ± 15 %, room ± 1.5 K, probe ± 0.3 K, load ± 20 % (one standard deviation each).</span
          >
        {:else}<button class="button" onclick={sample}>{sure ? `Go on sampling (${sure.samples} so far)` : 'How sure is that?'}</button>{/if}
      </p>

      <PairsList pairs={answer.pairs} />

      <section class="headed">
        <h2>What one purchase or change would do</h2>
        <LayersList {draft} {answer} {layers} bind:layer />
        <p class="caution small">
          A planner is no safety device. Layers in series with mains, thermostats, fuses and relays are a qualified electrician’s work, to local codes. Heater against foam, paper,
          bedding or wood is a fire risk whatever the controller does.
        </p>
      </section>

      <section class="headed">
        <h2>Drill</h2>
        <DrillPanel chamberId={draft.id} {occupancy} {range} />
      </section>
    {/if}
  </div>

  {#if answer}
    <TonightSheet {draft} {occupancy} {rows} />
  {/if}
{/if}

<style>
  .all {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 14px;
  }

  .sum {
    font-size: var(--large);
  }

  .scroll {
    position: relative;
    overflow-x: auto;
  }

  table {
    width: 100%;
  }

  th[scope='row'] {
    color: var(--ink);
    font-size: var(--text);
  }

  th[scope='row'] .link {
    text-decoration-thickness: 1px;
  }

  td.mono,
  th[scope='col'] {
    white-space: nowrap;
  }

  .verdict {
    min-width: 130px;
  }

  tr.bad > * {
    background: var(--alarm-ground);
  }

  tr.open td {
    padding: 14px 0;
  }

  .open p {
    margin-top: 8px;
  }

  .layers {
    display: grid;
    gap: 6px;
    margin: 0 0 10px;
    padding: 0;
    list-style: none;
  }

  .sheet {
    display: none;
  }

  @media (max-width: 800px) {
    thead {
      position: absolute;
      display: block;
      width: 1px;
      height: 1px;
      overflow: hidden;
      clip-path: inset(50%);
    }

    table,
    tbody {
      display: block;
    }

    tbody tr {
      display: grid;
      grid-template-columns: repeat(4, auto);
      gap: 2px 12px;
      padding: 8px 0;
      border-bottom: 1px solid var(--hairline);
    }

    tbody tr > * {
      padding: 0;
      border: 0;
    }

    tbody th,
    .trace,
    .verdict,
    .open td {
      grid-column: 1 / 5;
    }

    td[data-label]::before {
      content: attr(data-label) ' ';
      color: var(--quiet);
      font-family: 'Atkinson Hyperlegible Next Variable', system-ui, sans-serif;
      font-size: var(--small);
      font-weight: 400;
      display: block;
    }
  }

  @media print {
    .sheet {
      display: grid;
      gap: 10px;
    }
  }
</style>
