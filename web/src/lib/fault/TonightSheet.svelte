<script lang="ts">
  /** What to look for and what to do first, on one sheet of paper. */
  import { sayLevel } from '../danger'
  import type { FaultRow, OccupancyPlan } from '../api/types'
  import type { ChamberDraft } from '../chamber/draft.svelte'
  import { prefs } from '../prefs.svelte'
  import { duration, level, timeLeft } from '../units'
  import { ACTS, looksOf, nameOf } from './words'

  let { draft, occupancy, rows }: { draft: ChamberDraft; occupancy: OccupancyPlan; rows: FaultRow[] } = $props()
</script>

<section class="sheet">
  <h1>If it goes wrong tonight: {draft.plan.name}</h1>
  <p>
    {occupancy.name}, wanted {level(occupancy.keepLowC, prefs.unit)} to {level(occupancy.keepHighC, prefs.unit)}
    {occupancy.where}.
    {#each occupancy.harmLimits.filter((each) => each.costs === null) as limit, index (index)}Harm {limit.side === 'HIGH' ? 'above' : 'below'}
      {sayLevel(limit, prefs.unit)}{limit.durationS > 0 ? ` for ${duration(limit.durationS)}` : ' at once'}.
    {/each}
  </p>
  <table class="rows">
    <thead><tr><th>You see</th><th>Perhaps</th><th>First</th><th>Time</th></tr></thead>
    <tbody>
      {#each rows.filter((row) => row.with.kind !== 'HOLDS') as row (row.id)}
        <tr><td>{looksOf(row)}</td><td>{nameOf(row, prefs.unit)}</td><td>{ACTS[row.first]}</td><td>{row.with.harmS === null ? '' : timeLeft(row.with.harmS)}</td></tr>
      {/each}
    </tbody>
  </table>
  <p>Dry hands; plugs before water. Animals: a vet. Phone: ______________________</p>
</section>

<style>
  table {
    width: 100%;
  }

  .sheet {
    display: none;
  }

  @media print {
    .sheet {
      display: grid;
      gap: 10px;
    }

    .sheet td {
      padding: 3px 10px 3px 0;
      font-size: 11px;
    }
  }
</style>
