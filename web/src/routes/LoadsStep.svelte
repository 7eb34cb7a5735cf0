<script lang="ts">
  import type { ChamberDraft } from '../lib/chamber/draft.svelte'
  import FindingLines from '../lib/parts/FindingLines.svelte'
  import NumberField from '../lib/parts/NumberField.svelte'
  import { session } from '../lib/session.svelte'
  import { duration, fixed } from '../lib/units'
  import { APPLIANCE_NAMES } from '../lib/words'

  let { draft }: { draft: ChamberDraft } = $props()
  const id = $props.id()
  const plan = $derived(draft.plan)
  const loads = $derived(draft.answer?.loads ?? null)
  const disabled = $derived(!session.mayPlan)
  const amps = (value: number) => `${fixed(value, value < 1 ? 2 : 1)} A`
  const watts = (value: number) => `${fixed(value, value < 20 ? 1 : 0)} W`

  function change(action: () => void) {
    action()
    draft.replan()
  }

  const power = () => (plan.power ??= { mains: null, lowVoltage: null, pricePerKWh: null, currency: null })
  const nameOf = (text: string) => plan.appliances.find((each) => each.id === text)?.name ?? text
</script>

<div class="with-aside">
  <div>
    <p class="caution small">
      A planner’s arithmetic. Wiring, relays, contactors and opened appliances are a qualified electrician’s work, and local codes decide. Mains near water or damp needs
      residual-current protection and drip loops; plug appliances in with the power off. Controllers stand on something that does not burn, where air can pass.
    </p>
    <section class="headed">
      <h2>What feeds it</h2>
      <fieldset class="form" {disabled}>
        <legend class="sr-only">What feeds it</legend>
        <div class="row">
          {#if plan.power?.mains}
            {@const mains = plan.power.mains}
            <NumberField
              label="Mains voltage"
              unit="V"
              value={mains.voltageV}
              error={draft.error('power.mains.voltageV')}
              onchange={(value) => change(() => (mains.voltageV = value!))}
            />
            <NumberField
              label="Circuit or fuse"
              unit="A"
              value={mains.ratedA}
              error={draft.error('power.mains.ratedA')}
              onchange={(value) => change(() => (mains.ratedA = value!))}
            />
          {:else}
            <button class="button" onclick={() => change(() => (power().mains = { voltageV: 230, ratedA: 10 }))}>Give voltage and fuse of the mains</button>
          {/if}
          {#if plan.power?.lowVoltage}
            {@const low = plan.power.lowVoltage}
            <NumberField
              label="Low-voltage supply"
              unit="V"
              value={low.voltageV}
              error={draft.error('power.lowVoltage.voltageV')}
              onchange={(value) => change(() => (low.voltageV = value!))}
            />
            <NumberField label="It can give" unit="A" value={low.ratedA} error={draft.error('power.lowVoltage.ratedA')} onchange={(value) => change(() => (low.ratedA = value!))} />
            <button
              class="link small"
              onclick={() =>
                change(() => {
                  power().lowVoltage = null
                  plan.appliances.forEach((each) => (each.lowVoltage = false))
                })}>No low voltage</button
            >
          {:else}
            <button class="link small" onclick={() => change(() => (power().lowVoltage = { voltageV: 12, ratedA: 2 }))}>Something runs on low voltage</button>
          {/if}
          <NumberField
            label="A kWh costs"
            emptyMeans="not known"
            value={plan.power?.pricePerKWh ?? null}
            error={draft.error('power.pricePerKWh')}
            onchange={(value) => change(() => (power().pricePerKWh = value))}
          />
          {#if plan.power && plan.power.pricePerKWh !== null}
            {@const power = plan.power}
            <div class="plain">
              <label for="{id}-currency">in</label>
              <input
                id="{id}-currency"
                class="short"
                maxlength="8"
                placeholder="your currency"
                value={power.currency ?? ''}
                onchange={(event) => change(() => (power.currency = event.currentTarget.value.trim() || null))}
              />
            </div>
            {#if draft.error('power.currency')}<p class="error">The currency {draft.error('power.currency')}</p>{/if}
          {/if}
        </div>
        {#if plan.power?.lowVoltage}
          <div class="row">
            <span class="small quiet">On low voltage:</span>
            {#each plan.appliances as appliance (appliance.id)}
              <label class="check"><input type="checkbox" bind:checked={appliance.lowVoltage} onchange={() => draft.replan()} /> {appliance.name}</label>
            {/each}
          </div>
        {/if}
      </fieldset>
    </section>

    <section class="headed">
      <h2>Outlets of the controllers</h2>
      {#if plan.controllers.length === 0}<p>No controller yet. <a href="/chambers/{draft.id}/probes">Add one</a></p>{/if}
      <fieldset class="form" {disabled}>
        <legend class="sr-only">Outlets</legend>
        {#each plan.controllers as controller, index (controller.id)}
          {#each controller.loops as loop, at (loop.id)}
            {@const path = `controllers[${index}].loops[${at}]`}
            {@const outlet = loads?.outlets.find((each) => each.loopId === loop.id)}
            <div class="part">
              <h3>{controller.name} <span class="quiet small">switches {loop.applianceIds.map(nameOf).join(', ')}</span></h3>
              <div class="row">
                <NumberField
                  label="Its contact is rated for"
                  unit="A"
                  emptyMeans="?"
                  value={loop.ratedA}
                  error={draft.error(`${path}.ratedA`)}
                  onchange={(value) => change(() => (loop.ratedA = value))}
                />
                <NumberField
                  label="and"
                  unit="W"
                  emptyMeans="?"
                  value={loop.ratedW}
                  error={draft.error(`${path}.ratedW`)}
                  onchange={(value) => change(() => (loop.ratedW = value))}
                />
                {#if plan.power?.lowVoltage}<NumberField
                    label="for direct current"
                    unit="A"
                    emptyMeans="?"
                    value={loop.ratedDcA}
                    error={draft.error(`${path}.ratedDcA`)}
                    onchange={(value) => change(() => (loop.ratedDcA = value))}
                  />{/if}
              </div>
              {#if outlet}
                <p>
                  <b class="mono">{watts(outlet.powerW)}</b>, <b class="mono">{amps(outlet.currentA)}</b> running, about <b class="mono">{amps(outlet.inrushA)}</b> at the moment of
                  starting.
                  {#if outlet.contactLifeDays !== null}At the rehearsed switching its contact reaches 100&nbsp;000 after <b class="mono"
                      >{outlet.contactLifeDays > 3650 ? 'more than ten years' : duration(outlet.contactLifeDays * 86_400)}</b
                    >.{/if}
                </p>
                {#if outlet.ratingPct !== null}{@render bar(outlet.ratingPct, 20, `${fixed(outlet.ratingPct, 0)} % of its rating; a fifth is prudent`)}{:else}<p
                    class="small quiet"
                  >
                    Without a rating nothing can be told.
                  </p>{/if}
              {/if}
            </div>
          {/each}
        {/each}
      </fieldset>
    </section>

    {#if loads}
      <section class="headed">
        <h2>All together</h2>
        {#each loads.supplies as supply (supply.name)}
          <p>
            {supply.name}, {fixed(supply.voltageV, 0)} V{supply.current === 'DC' ? ' direct' : ''}: <b class="mono">{watts(supply.powerW)}</b>,
            <b class="mono">{amps(supply.currentA)}</b>
            of {amps(supply.ratedA)} with everything on at once.
          </p>
          {@render bar(supply.sharePct, 80, `${fixed(supply.sharePct, 0)} % of it; four fifths are used where the load runs for hours`)}
        {/each}
        <div class="scroll">
          <table>
            <caption class="sr-only">Every load</caption>
            <thead><tr><th>Outlet</th><th>W</th><th>A</th><th>starting</th></tr></thead>
            <tbody>
              {#each loads.outlets as outlet (outlet.name)}
                <tr
                  ><td>{nameOf(outlet.name)}</td><td class="mono">{fixed(outlet.powerW, 0)}</td><td class="mono">{fixed(outlet.currentA, 2)}</td><td class="mono"
                    >{fixed(outlet.inrushA, 1)} A</td
                  ></tr
                >
              {/each}
            </tbody>
          </table>
        </div>
      </section>
    {:else if !plan.power?.mains && !plan.power?.lowVoltage}
      <p class="quiet">Give a voltage, and watts become amps.</p>
    {/if}
  </div>
  <aside class="headed">
    <h2>What to mind</h2>
    {#if loads?.findings.length}<FindingLines findings={loads.findings} />
    {:else}<p>
        {#if loads}<span class="mark well" aria-hidden="true">■</span>Nothing to say against these loads.{:else}<span class="quiet">Not known yet.</span>{/if}
      </p>{/if}
    <p class="small quiet">
      Motors and compressors draw several times their running current for a moment: let the small relay drive a contactor. A dimmer trims the watts of a plain {APPLIANCE_NAMES.MAT},
      never of electronics or motors.
    </p>
  </aside>
</div>

{#snippet bar(pct: number, prudent: number, words: string)}
  <div class="bar">
    <svg viewBox="0 0 300 16" width="100%" height="16" preserveAspectRatio="none" aria-hidden="true">
      <rect width="300" height="16" fill="var(--sheet)" stroke="var(--edge)" />
      <rect width={Math.min(300, 3 * pct)} height="16" fill={pct > 100 ? 'var(--alarm)' : pct > prudent ? 'var(--mind)' : 'var(--keep-edge)'} />
      <line x1={3 * prudent} x2={3 * prudent} y1="0" y2="16" stroke="var(--ink)" stroke-width="2" stroke-dasharray="3 2" />
    </svg>
    <p class="small">{pct > 100 ? '◆ ' : pct > prudent ? '▲ ' : ''}{words}</p>
  </div>
{/snippet}

<style>
  .check {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 32px;
  }

  .bar {
    max-width: 420px;
  }

  .scroll {
    overflow-x: auto;
  }

  table {
    border-collapse: collapse;
    margin-top: 8px;
  }

  th {
    text-align: left;
    font-weight: 400;
    color: var(--quiet);
    font-size: var(--small);
  }

  td {
    padding: 4px 18px 4px 0;
    border-bottom: 1px solid var(--hairline);
  }
</style>
