<script lang="ts">
  /** For whoever asks what the climate was, and for taking a chamber elsewhere. */
  let { chamberId }: { chamberId: string } = $props()
  const DAY_MS = 86_400_000
  const day = (at: number) => new Date(at).toLocaleDateString('sv-SE')
  let from = $state(day(Date.now() - 7 * DAY_MS))
  let to = $state(day(Date.now()))
  const at = (text: string, days = 0) => {
    const of = new Date(`${text}T00:00`)
    of.setDate(of.getDate() + days)
    return of.toISOString()
  }
  const isSpan = $derived(from !== '' && to !== '' && from <= to)
  const report = $derived(isSpan ? `/api/v1/chambers/${chamberId}/evidence.pdf?${new URLSearchParams({ from: at(from), to: at(to, 1) })}` : '')
</script>

<details class="no-print">
  <summary>For whoever asks: what the climate was</summary>
  <div class="row">
    <label>From <input type="date" bind:value={from} /></label>
    <label>to <input type="date" bind:value={to} /></label>
    {#if isSpan}<a class="button" href={report} download>Make the report (PDF)</a>{:else}<span class="error">The second day must not be before the first.</span>{/if}
  </div>
  <p class="small quiet">
    What was measured, with its gaps; alarms, and how soon somebody knew; checks with their uncertainty; settings in force; who did what. It names the last seal of the record of
    changes, and its own SHA-256 is kept there.
  </p>
  <p><a href="/record?chamber={chamberId}">Who changed what in this chamber</a></p>
  <p>
    <a href="/api/v1/chambers/{chamberId}/record.json" download>All that is kept of this chamber, as a document (JSON)</a>
    <span class="small quiet">for another installation; <a href="/api/v1/chamber-record.schema.json" download>what it is made of</a></span>
  </p>
</details>

<style>
  .row {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 8px 14px;
    padding: 8px 0;
  }

  label {
    display: grid;
    gap: 2px;
  }

  p {
    padding: 4px 0;
  }
</style>
