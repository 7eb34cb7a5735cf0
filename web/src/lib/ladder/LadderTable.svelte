<script lang="ts">
  /** The trace as a table, an hour or so a row; under the lowest ladder it tells both quantities. */
  import type { RehearsalAnswer } from '../api/types'
  import { AIR, HELD, OF_AIR } from '../held'
  import { prefs } from '../prefs.svelte'
  import { clock, fixed, level } from '../units'

  let { trace }: { trace: RehearsalAnswer['trace'] } = $props()

  const told = $derived(OF_AIR.filter((each) => each in trace.air))
  const rows = $derived.by(() => {
    const { occupant, air } = trace
    const buckets = occupant.low.length
    const hours = (trace.bucketS * buckets) / 3600
    const every = Math.max(1, Math.round(buckets / Math.max(1, Math.round(hours))))
    const found: { time: string; low: number; high: number; air: [number, number][]; room: number }[] = []
    for (let from = 0; from < buckets; from += every) {
      const to = Math.min(buckets, from + every)
      found.push({
        time: clock(trace.startHour + (from * trace.bucketS) / 3600),
        low: Math.min(...occupant.low.slice(from, to)),
        high: Math.max(...occupant.high.slice(from, to)),
        air: told.map((each) => [Math.min(...air[each]!.low.slice(from, to)), Math.max(...air[each]!.high.slice(from, to))]),
        room: trace.roomC[from]!,
      })
    }
    return found
  })
</script>

<details class="small">
  <summary>The trace as a table</summary>
  <table>
    <thead
      ><tr
        ><th>from</th><th>lowest</th><th>highest</th>{#each told as each (each)}<th>{HELD[each].name}, lowest</th><th>highest</th>{/each}<th>room</th></tr
      ></thead
    >
    <tbody>
      {#each rows as row (row.time + row.low)}
        <tr
          ><td>{row.time}</td><td>{level(row.low, prefs.unit)}</td><td>{level(row.high, prefs.unit)}</td>{#each row.air as each, index (index)}<td
              >{fixed(each[0], 0)} {AIR[told[index]!].sign}</td
            ><td>{fixed(each[1], 0)} {AIR[told[index]!].sign}</td>{/each}<td>{level(row.room, prefs.unit)}</td></tr
        >
      {/each}
    </tbody>
  </table>
</details>

<style>
  table {
    border-collapse: collapse;
    margin: 6px 0;
  }

  th,
  td {
    padding: 2px 14px 2px 0;
    text-align: right;
    font-weight: 400;
    border-bottom: 1px solid var(--hairline);
  }

  th {
    color: var(--quiet);
  }

  summary {
    cursor: pointer;
    padding: 4px 0;
  }
</style>
