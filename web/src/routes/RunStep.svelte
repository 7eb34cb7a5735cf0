<script lang="ts">
  /** The chamber as it runs: what is measured now, on the ladder, over any span, and who sends it. */
  import { HELD, type Held, OF_AIR } from '../lib/held'
  import { onMount } from 'svelte'
  import { api, dataOf } from '../lib/api/client'
  import type { Mark } from '../lib/api/types'
  import type { ChamberDraft } from '../lib/chamber/draft.svelte'
  import type { TileState } from '../lib/chamber/tiles'
  import Ladder from '../lib/ladder/Ladder.svelte'
  import { ofAir, temperature } from '../lib/ladder/quantity'
  import AlarmGroup from '../lib/alarm/AlarmGroup.svelte'
  import { alarms } from '../lib/alarm/alarms.svelte'
  import DevicesPanel from '../lib/live/DevicesPanel.svelte'
  import HeldPanel from '../lib/live/HeldPanel.svelte'
  import { LiveChamber } from '../lib/live/live.svelte'
  import { linesOf, type MeasuredTrace } from '../lib/ladder/measured'
  import NextTask from '../lib/plan/NextTask.svelte'
  import { ago, isSilent, shown } from '../lib/quantities'
  import { prefs } from '../lib/prefs.svelte'
  import { session } from '../lib/session.svelte'
  import { when } from '../lib/when'

  interface Props {
    draft: ChamberDraft
    /** How its tile stands. */
    onrunning: (state: TileState) => void
  }
  let { draft, onrunning }: Props = $props()
  const VIEWS = [
    ['now', 'Now'],
    ['plan', 'Plan'],
    ['log', 'Log'],
    ['alarms', 'Alarms'],
    ['timeline', 'Timeline'],
    ['charts', 'Charts'],
    ['devices', 'Devices and series'],
    ['held', 'Held back'],
  ] as const
  type View = (typeof VIEWS)[number][0]
  const viewOf = (hash: string): View => VIEWS.find(([name]) => `#${name}` === hash)?.[0] ?? 'now'
  let view = $state<View>(viewOf(location.hash))
  let hours = $state(6)
  let beside = $state(false)
  let waiting = $state(0)
  // svelte-ignore state_referenced_locally
  const live = new LiveChamber(draft.id)
  const occupancy = $derived(draft.needs)
  const answer = $derived(draft.answer)
  const standing = $derived(live.series?.filter((each) => each.retiredAt === null) ?? [])
  /** What happened here last, and who did it. */
  let lastly = $state.raw<Mark | null>(null)
  const DEEDS = {
    ALARM: 'saw to an alarm',
    SETTINGS: 'saved settings',
    KEYED_IN: 'keyed the card in',
    CHECK: 'began a check',
    RULE: 'armed a rule',
    RULE_DISARMED: 'disarmed a rule',
    BATCH: 'saw to a batch',
    TASK: 'did a task',
    PROVING: 'ran the box',
    ENTRY: 'wrote in the log',
    CHANGED_OVER: 'changed its use',
  } as const
  async function lookBack() {
    const query = { from: new Date(Date.now() - 60 * 86_400_000).toISOString(), to: new Date(Date.now() + 60_000).toISOString() }
    const answer = await api.get('/chambers/{chamberId}/timeline', { params: { path: { chamberId: draft.id }, query } }).catch(() => null)
    lastly = answer?.data?.filter((each) => each.who !== null).at(-1) ?? null
  }
  const mine = $derived(alarms.of(draft.id))
  const keep = $derived(occupancy ? { low: occupancy.keepLowC, high: occupancy.keepHighC } : null)
  const drawn = $derived(standing.filter((each) => each.quantity in HELD))

  async function look() {
    if (drawn.length === 0) return
    await live.show(
      drawn.map((each) => each.id),
      hours,
    )
    if (!live.span) return
    // What is rehearsed beside it begins at the same hour of the same room.
    const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', timeZone: session.site?.timeZone ?? 'UTC' }).format(live.span.from)
    const [hour, minute] = clock.split(':').map(Number) as [number, number]
    const startHour = hour + minute / 60
    if (draft.scenario.startHour !== startHour || draft.scenario.durationS !== hours * 3600) {
      Object.assign(draft.scenario, { room: 'DAY', startHour, durationS: hours * 3600, start: 'SETTLED' })
      draft.rehearse()
    }
  }

  onMount(() => {
    const scenario = { ...draft.scenario }
    live.again = () => void look()
    const hash = () => (view = viewOf(location.hash))
    addEventListener('hashchange', hash)
    void live.start().then(look)
    void lookBack()
    // How many readings wait for a decision stands beside the name of that view, wherever one is.
    void dataOf(api.get('/chambers/{chamberId}/held-back', { params: { path: { chamberId: draft.id } } })).then(
      (held) => (waiting = held.waiting),
      () => {},
    )
    // The window moves on.
    const timer = setInterval(look, 60_000)
    return () => {
      live.stop()
      clearInterval(timer)
      removeEventListener('hashchange', hash)
      Object.assign(draft.scenario, scenario)
      draft.rehearse()
    }
  })

  function open(next: View) {
    history.replaceState(null, '', `#${next}`)
    view = next
  }

  const traceOf = (of: Held): MeasuredTrace | null => {
    if (!answer) return null
    const lines = linesOf(drawn, live.charts, answer, of)
    if (lines.length === 0) return null
    const main = lines.filter((line) => line.main)
    const display = drawn.some((each) => each.controllerId !== null && main.some((line) => line.name === each.name))
    return { lines, beside, says: `${main.map((line) => line.name).join(', ')}${display ? `, as it is ${occupancy?.where ?? 'at the occupant'}` : ''}` }
  }
  const warm = $derived(traceOf('TEMPERATURE'))
  const airs = $derived(
    OF_AIR.flatMap((of) => {
      const measured = traceOf(of)
      return measured ? [{ of, measured }] : []
    }),
  )

  /** What is told first: the temperature that the ladder draws, moved to the occupant as there. */
  const first = $derived.by(() => {
    const temperatures = standing.filter((each) => each.quantity === 'TEMPERATURE' && live.latest[each.id])
    const display = temperatures.find((each) => each.controllerId !== null && answer && each.controllerId in answer.ladder.placementK)
    const one = display ?? temperatures[0]
    if (!one) return null
    const by = display && answer ? answer.ladder.placementK[display.controllerId!]! : 0
    const valueC = live.latest[one.id]!.value + by
    const ageS = live.ageS(one.id)!
    const inside = occupancy ? valueC >= occupancy.keepLowC && valueC <= occupancy.keepHighC : null
    return { one, moved: display !== undefined, valueC, ageS, silent: isSilent(one, ageS), inside, above: occupancy ? valueC > occupancy.keepHighC : false }
  })
  const silent = $derived(standing.filter((each) => live.latest[each.id] && isSilent(each, live.ageS(each.id)!)))

  $effect(() => {
    if (live.series) onrunning(standing.length === 0 ? 'empty' : silent.length > 0 ? 'due' : standing.some((each) => live.latest[each.id]) ? 'full' : 'half')
  })
  const SPANS = [
    [1, 'the last hour'],
    [6, 'the last 6 hours'],
    [24, 'the last day'],
    [72, 'the last 3 days'],
  ] as const
</script>

<div class="views" role="group" aria-label="What to look at">
  {#each VIEWS as [name, words] (name)}
    <button class="view" aria-pressed={view === name} onclick={() => open(name)}
      >{words}{name === 'held' && waiting > 0 ? ` (${waiting})` : name === 'alarms' && mine.length > 0 ? ` (${mine.length})` : ''}</button
    >
  {/each}
</div>

{#if live.trouble}
  <p class="error" role="alert">{live.trouble.detail} <button class="link small" onclick={() => live.refresh().then(look)}>Try again</button></p>
{/if}
{#if live.series === null && !live.trouble && view !== 'plan' && view !== 'log'}
  <p class="quiet">Fetching what was measured …</p>
{:else if view === 'now'}
  <NextTask chamberId={draft.id} />
  {#if standing.length === 0}
    <section class="none">
      <h2>Nothing is measured here yet</h2>
      <p>A logger, a board or a controller with a network can send its readings; they stand on the ladder within a second, and every one is kept.</p>
      <p><button class="button main" onclick={() => open('devices')}>Add a device</button></p>
    </section>
  {:else}
    {#each mine.filter((each) => each.wants) as group (group.causeId)}<AlarmGroup {group} {keep} />{/each}
    <div class="now" role="status">
      {#if first}
        <p class="sentence">
          {#if first.silent}
            <span class="mark act" aria-hidden="true">◆</span><b>Nothing heard for {ago(first.ageS).replace(' ago', '')}.</b> Last: {shown(first.valueC, first.one, prefs.unit)}
          {:else if first.inside === false}
            <span class="mark act" aria-hidden="true">◆</span><b>{shown(first.valueC, first.one, prefs.unit)}, {first.above ? 'above' : 'below'} the target range.</b>
          {:else}
            <span class="mark well" aria-hidden="true">■</span><b>{shown(first.valueC, first.one, prefs.unit)}{first.inside ? ', inside the target range.' : '.'}</b>
          {/if}
          <span class="quiet">{first.moved ? (occupancy?.where ?? 'at the occupant') : first.one.name}, {ago(first.ageS)}</span>
        </p>
      {:else}
        <p class="sentence"><span class="mark none" aria-hidden="true">□</span>Nothing has been sent yet.</p>
      {/if}
      {#if lastly}<p class="small quiet">
          Last: {lastly.who}, {DEEDS[lastly.of]}, {when(lastly.at, 'minute')}{lastly.note ? `: “${lastly.note}”` : ''}{lastly.note?.endsWith('.') ? '' : '.'}
          <a href="#timeline" onclick={() => open('timeline')}>What happened before</a>
        </p>{/if}
      {#if !live.recordReached}<p class="error">The record cannot be reached at the moment: what is sent waits at the devices.</p>
      {:else if !live.connected}<p class="mind">Not connected: what you see is as old as it says. Trying again.</p>{/if}
    </div>
    {#if answer && occupancy && (warm || airs.length > 0)}
      <div class="choose">
        <label
          ><span class="sr-only">Measured over</span><select bind:value={hours} onchange={look}>
            {#each SPANS as [each, words] (each)}<option value={each}>{words}</option>{/each}
          </select></label
        >
        <label class="tick"><input type="checkbox" bind:checked={beside} /> with what the rehearsal says of these hours</label>
      </div>
      {#if warm}<Ladder {draft} mayKey={false} quantity={temperature(occupancy, prefs.unit)} height={airs.length > 0 ? 300 : 400} measured={warm} />{/if}
      {#each airs as { of, measured } (of)}<Ladder {draft} mayKey={false} quantity={ofAir(of, occupancy)} height={170} {measured} />{/each}
    {/if}
    <table class="values">
      <caption class="sr-only">Newest reading of each series</caption>
      <thead><tr><th scope="col">Measured</th><th scope="col">Now</th><th scope="col">Heard</th></tr></thead>
      <tbody>
        {#each standing as each (each.id)}
          {@const newest = live.latest[each.id]}
          {@const ageS = live.ageS(each.id)}
          <tr class:silent={ageS !== null && isSilent(each, ageS)}>
            <th scope="row">{each.name}</th>
            <td class="mono">{newest ? shown(newest.value, each, prefs.unit) : '–'}</td>
            <td>
              {#if ageS === null}never{:else if isSilent(each, ageS)}<span class="mark act" aria-hidden="true">◆</span>silent, {ago(ageS)}{:else}<time
                  datetime={new Date(newest!.at).toISOString()}
                  title={when(newest!.at, 'moment')}>{ago(ageS)}</time
                >{/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
{:else if view === 'alarms'}
  {#each mine as group (group.causeId)}
    <AlarmGroup {group} {keep} />
  {:else}
    <p class="sentence"><span class="mark well" aria-hidden="true">■</span>No alarm is open here.</p>
  {/each}
  {#await import('../lib/alarm/RulesPanel.svelte') then { default: RulesPanel }}<RulesPanel chamberId={draft.id} series={live.series ?? []} />{/await}
  <p><a href="/telling">Who is told, and whether it works</a></p>
{:else if view === 'plan'}
  {#await import('../lib/plan/PlanPanel.svelte') then { default: PlanPanel }}<PlanPanel {draft} />{/await}
{:else if view === 'log'}
  {#await import('../lib/log/LogPanel.svelte') then { default: LogPanel }}<LogPanel chamberId={draft.id} />{/await}
{:else if view === 'timeline'}
  {#await import('../lib/alarm/Timeline.svelte') then { default: Timeline }}<Timeline chamberId={draft.id} />{/await}
{:else if view === 'charts'}
  {#if live.series && live.series.length > 0}
    {#await import('../lib/live/Charts.svelte')}
      <p class="quiet">Fetching the charts …</p>
    {:then { default: Charts }}
      <Charts chamberId={draft.id} series={live.series} keep={occupancy ? { low: occupancy.keepLowC, high: occupancy.keepHighC } : null} />
    {/await}
  {:else}
    <p>There is nothing to draw: no series yet. <button class="link" onclick={() => open('devices')}>Add a device and its series</button></p>
  {/if}
{:else if view === 'devices'}
  <DevicesPanel {draft} series={live.series ?? []} onchanged={() => live.refresh().then(look)} />
{:else}
  <HeldPanel chamberId={draft.id} series={live.series ?? []} onwaiting={(count) => (waiting = count)} />
{/if}
<p class="caution small quiet">Readings are a record and no safety device: an alarm that must wake somebody wants a second, independent one.</p>

<style>
  .views {
    display: flex;
    flex-wrap: wrap;
    gap: 0 4px;
    margin-bottom: 12px;
    border-bottom: 1px solid var(--hairline);
  }

  .view {
    min-height: var(--target);
    padding: 4px 14px;
    border: 0;
    border-bottom: 4px solid transparent;
    background: none;
    cursor: pointer;
  }

  .view[aria-pressed='true'] {
    border-bottom-color: var(--ink);
    font-weight: 700;
  }

  .sentence {
    font-size: var(--large);
    padding-bottom: 6px;
  }

  .mind {
    color: var(--mind);
    font-weight: 600;
  }

  .choose {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px 18px;
    padding-bottom: 4px;
  }

  .tick {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: var(--target);
  }

  .none {
    display: grid;
    gap: 10px;
    max-width: 60ch;
    padding: 20px 0;
  }

  .values {
    margin-top: 12px;
    border-collapse: collapse;
  }

  .values th,
  .values td {
    padding: 5px 22px 5px 0;
    border-bottom: 1px solid var(--hairline);
    text-align: left;
  }

  .values thead th {
    font-size: var(--small);
    color: var(--quiet);
  }

  .silent {
    color: var(--alarm);
  }

  .caution {
    padding-top: 18px;
  }
</style>
