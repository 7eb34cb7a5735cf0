<script lang="ts">
  import { onMount } from 'svelte'
  import { api } from '../lib/api/client'
  import type { AppliancePlan, HeaterKindView, MaterialView, WallPlan } from '../lib/api/types'
  import type { ChamberDraft } from '../lib/chamber/draft.svelte'
  import SizeWindow from '../lib/parts/SizeWindow.svelte'
  import NumberField from '../lib/parts/NumberField.svelte'
  import { prefs } from '../lib/prefs.svelte'
  import { session } from '../lib/session.svelte'
  import { duration, fixed, level } from '../lib/units'
  import { APPLIANCE_NAMES } from '../lib/words'
  import { freshBox, freshController, same } from '../lib/chamber/draft'

  let { draft }: { draft: ChamberDraft } = $props()
  const id = $props.id()
  let materials = $state.raw<MaterialView[]>([])
  let kinds = $state.raw<HeaterKindView[]>([])
  const plan = $derived(draft.plan)
  const disabled = $derived(!session.mayPlan)
  const WALLS = ['bottom', 'top', 'front', 'back', 'left', 'right']
  let apart = $state(false)
  const alike = $derived(plan.box?.walls.every((wall) => same($state.snapshot(wall), $state.snapshot(plan.box!.walls[0]))) ?? true)
  const shownWalls = $derived(plan.box ? (alike && !apart ? plan.box.walls.slice(0, 1) : plan.box.walls) : [])

  onMount(async () => {
    ;[materials, kinds] = await Promise.all([api.get<MaterialView[]>('/materials'), api.get<HeaterKindView[]>('/heater-kinds')])
  })

  function change(action: () => void) {
    action()
    draft.replan()
  }

  /** While the walls are shown as one, what is done to it is done to all six. */
  function wall(index: number, action: (wall: WallPlan) => void) {
    change(() => {
      if (!plan.box) return
      if (alike && !apart) plan.box.walls.forEach(action)
      else action(plan.box.walls[index]!)
    })
  }

  function typical(appliance: AppliancePlan): HeaterKindView | undefined {
    return kinds.find((each) => each.kind === appliance.kind)
  }

  const CONTENTS: [string, number][] = [
    ['eggs, damp soil, blocks', 3300],
    ['water in bottles or tubs', 4180],
    ['wood, card, bedding', 1600],
    ['animals', 3470],
  ]
</script>

<div class="columns">
  <div>
    <section>
      <h2>The box</h2>
      {#if !plan.box}
        <p class="quiet">Not measured yet.</p>
        <button class="button" {disabled} onclick={() => change(() => (plan.box = freshBox(session.site?.altitudeM ?? 0)))}>Begin with a foam box</button>
      {:else}
        {@const box = plan.box}
        <fieldset {disabled}>
          <legend class="sr-only">The box</legend>
          <div class="row">
            <NumberField label="Inside length" unit="cm" scale={100} value={box.innerLengthM} error={draft.error('box.innerLengthM')} onchange={(value) => change(() => (box.innerLengthM = value!))} />
            <NumberField label="Inside width" unit="cm" scale={100} value={box.innerWidthM} error={draft.error('box.innerWidthM')} onchange={(value) => change(() => (box.innerWidthM = value!))} />
            <NumberField label="Inside height" unit="cm" scale={100} value={box.innerHeightM} error={draft.error('box.innerHeightM')} onchange={(value) => change(() => (box.innerHeightM = value!))} />
            <p class="quiet volume">{fixed(box.innerLengthM * box.innerWidthM * box.innerHeightM * 1000, 0)} L</p>
          </div>
          {#each shownWalls as each, index (index)}
            <div class="wall">
              <h3>{alike && !apart ? 'All six walls' : `Wall: ${WALLS[index]}`} <span class="quiet small">layers, inside first</span></h3>
              {#each each.layers as layer, at (at)}
                <div class="row">
                  <div class="plain">
                    <label for="{id}-material-{index}-{at}">Material</label>
                    <select id="{id}-material-{index}-{at}" value={layer.materialId} onchange={(event) => { const materialId = event.currentTarget.value; wall(index, (w) => (w.layers[at]!.materialId = materialId)) }}>
                      {#each materials as material (material.id)}<option value={material.id}>{material.label}</option>{/each}
                    </select>
                  </div>
                  <NumberField label="Thickness" unit="mm" value={layer.thicknessMm} error={draft.error(`box.walls[${index}].layers[${at}].thicknessMm`)} onchange={(value) => wall(index, (w) => (w.layers[at]!.thicknessMm = value!))} />
                  {#if each.layers.length > 1}<button class="link small" onclick={() => wall(index, (w) => w.layers.splice(at, 1))}>Remove layer</button>{/if}
                </div>
              {/each}
              {#each each.openings as opening, at (at)}
                <div class="row">
                  <p class="small">Opening</p>
                  <NumberField label="Area" unit="cm²" scale={10_000} value={opening.areaM2} error={draft.error(`box.walls[${index}].openings[${at}].areaM2`) ?? draft.error(`box.walls[${index}].openings`)} onchange={(value) => wall(index, (w) => (w.openings[at]!.areaM2 = value!))} />
                  <div class="plain">
                    <label for="{id}-pane-{index}-{at}">of</label>
                    <select id="{id}-pane-{index}-{at}" value={opening.layers[0]?.materialId} onchange={(event) => { const materialId = event.currentTarget.value; wall(index, (w) => (w.openings[at]!.layers[0]!.materialId = materialId)) }}>
                      {#each materials as material (material.id)}<option value={material.id}>{material.label}</option>{/each}
                    </select>
                  </div>
                  <NumberField label="Thickness" unit="mm" value={opening.layers[0]?.thicknessMm ?? 4} error={draft.error(`box.walls[${index}].openings[${at}].layers[0].thicknessMm`)} onchange={(value) => wall(index, (w) => (w.openings[at]!.layers[0]!.thicknessMm = value!))} />
                  <button class="link small" onclick={() => wall(index, (w) => w.openings.splice(at, 1))}>Remove opening</button>
                </div>
              {/each}
              <div class="row">
                <button class="link small" onclick={() => wall(index, (w) => w.layers.push({ materialId: 'plywood', thicknessMm: 4 }))}>Add a layer</button>
                {#if !(alike && !apart)}
                  <button class="link small" onclick={() => wall(index, (w) => w.openings.push({ areaM2: 0.01, layers: [{ materialId: 'window-glass', thicknessMm: 4 }] }))}>Add glass or a door</button>
                {/if}
              </div>
            </div>
          {/each}
          {#if alike && !apart}<p><button class="link small" onclick={() => (apart = true)}>The walls differ, or one has glass or a door</button></p>{/if}
          <div class="row">
            <NumberField label="Air changes with the room" unit="per hour" value={box.airChangesPerHour} error={draft.error('box.airChangesPerHour')} onchange={(value) => change(() => (box.airChangesPerHour = value!))} />
            <div class="plain">
              <label for="{id}-air">Air inside</label>
              <select id="{id}-air" bind:value={box.airMovement} onchange={() => draft.replan()}>
                <option value="STILL">still</option>
                <option value="MOVING">moved by a fan</option>
              </select>
            </div>
            <NumberField label="Altitude" unit="m" value={box.altitudeM} error={draft.error('box.altitudeM')} onchange={(value) => change(() => (box.altitudeM = value!))} />
          </div>
        </fieldset>
      {/if}
    </section>

    <section>
      <h2>What is inside, and the room</h2>
      <fieldset {disabled}>
        <legend class="sr-only">Contents and room</legend>
        {#if !plan.contents}
          <button class="button" onclick={() => change(() => (plan.contents = { massKg: 4, specificHeatJkgK: 3300, surfaceM2: 0.4, livingHeatW: 0 }))}>Say what is inside</button>
        {:else}
          {@const contents = plan.contents}
          <div class="row">
            <NumberField label="Mass" unit="kg" value={contents.massKg} error={draft.error('contents.massKg')} onchange={(value) => change(() => (contents.massKg = value!))} />
            <div class="plain">
              <label for="{id}-stuff">mostly</label>
              <select id="{id}-stuff" value={String(contents.specificHeatJkgK)} onchange={(event) => change(() => (contents.specificHeatJkgK = Number(event.currentTarget.value)))}>
                {#each CONTENTS as [name, heat] (heat)}<option value={String(heat)}>{name}</option>{/each}
                {#if !CONTENTS.some(([, heat]) => heat === contents.specificHeatJkgK)}<option value={String(contents.specificHeatJkgK)}>{contents.specificHeatJkgK} J/(kg K)</option>{/if}
              </select>
            </div>
            <NumberField label="Surface that meets the air" unit="cm²" scale={10_000} digits={0} value={contents.surfaceM2} error={draft.error('contents.surfaceM2')} onchange={(value) => change(() => (contents.surfaceM2 = value!))} />
            <NumberField label="Heat they give off" unit="W" value={contents.livingHeatW} error={draft.error('contents.livingHeatW')} onchange={(value) => change(() => (contents.livingHeatW = value!))} />
          </div>
        {/if}
        {#if !plan.room}
          <button class="button" onclick={() => change(() => (plan.room = { coldestC: 15, warmestC: 25, warmestHour: 15 }))}>Describe the room</button>
        {:else}
          {@const room = plan.room}
          <div class="row">
            <NumberField label="Room at its coldest" kind="level" value={room.coldestC} error={draft.error('room.coldestC')} onchange={(value) => change(() => (room.coldestC = value!))} />
            <NumberField label="Room at its warmest" kind="level" value={room.warmestC} error={draft.error('room.warmestC')} onchange={(value) => change(() => (room.warmestC = value!))} />
            <NumberField label="Warmest at" unit="o’clock" value={room.warmestHour} error={draft.error('room.warmestHour')} onchange={(value) => change(() => (room.warmestHour = value!))} />
          </div>
        {/if}
      </fieldset>
    </section>

    <section>
      <h2>Heaters and coolers</h2>
      <p class="caution small">A heater against foam, paper, bedding or wood can start a fire: guard it, keep clearances, fit a thermal fuse. Mains near water or damp needs residual-current protection. Wiring is a qualified electrician’s work, to local codes.</p>
      <fieldset {disabled}>
        <legend class="sr-only">Heaters and coolers</legend>
        {#each plan.appliances as appliance, index (appliance.id)}
          {@const path = `appliances[${index}]`}
          {@const usual = typical(appliance)}
          <div class="part">
            <div class="row">
              <div class="plain">
                <label for="{id}-kind-{index}">Kind</label>
                <select id="{id}-kind-{index}" bind:value={appliance.kind} onchange={() => change(() => { const cools = appliance.kind === 'COOLER'; appliance.removesW = cools ? (appliance.removesW ?? appliance.powerW) : null; appliance.elementJK = appliance.toAirWK = appliance.toContentsWK = null; if (cools) appliance.opensAtC = appliance.closesAtC = null })}>
                  {#each Object.entries(APPLIANCE_NAMES) as [kind, name] (kind)}<option value={kind}>{name}</option>{/each}
                </select>
              </div>
              <div class="plain">
                <label for="{id}-appliance-{index}">Name</label>
                <input id="{id}-appliance-{index}" maxlength="80" bind:value={appliance.name} />
              </div>
              <NumberField label="Power" unit="W" value={appliance.powerW} error={draft.error(`${path}.powerW`)} onchange={(value) => change(() => (appliance.powerW = value!))} />
              {#if appliance.kind === 'COOLER'}
                <NumberField label="Heat it takes out" unit="W" value={appliance.removesW} error={draft.error(`${path}.removesW`)} onchange={(value) => change(() => (appliance.removesW = value!))} />
              {/if}
              <button class="link small" onclick={() => change(() => { draft.checkpoint(`removing ${appliance.name}`); plan.appliances = plan.appliances.filter((each) => each !== appliance); plan.controllers = plan.controllers.map((controller) => ({ ...controller, loops: controller.loops.map((loop) => ({ ...loop, applianceIds: loop.applianceIds.filter((each) => each !== appliance.id) })).filter((loop) => loop.applianceIds.length > 0) })).filter((controller) => controller.loops.length > 0) })}>Remove</button>
            </div>
            {#if appliance.kind !== 'COOLER'}
              <details class="small">
                <summary>Its element and its own thermostat</summary>
                <div class="row">
                  <NumberField label="Element holds" unit="J/K" emptyMeans={usual ? fixed(usual.elementJKPerW * appliance.powerW, 0) : 'usual'} value={appliance.elementJK} error={draft.error(`${path}.elementJK`)} onchange={(value) => change(() => (appliance.elementJK = value))} />
                  <NumberField label="Passes to the air" unit="W/K" emptyMeans={usual ? fixed(usual.toAirWKPerW * appliance.powerW, 2) : 'usual'} value={appliance.toAirWK} error={draft.error(`${path}.toAirWK`)} onchange={(value) => change(() => (appliance.toAirWK = value))} />
                  <NumberField label="Passes to the contents" unit="W/K" emptyMeans={usual ? fixed(usual.toContentsWKPerW * appliance.powerW, 2) : 'usual'} value={appliance.toContentsWK} error={draft.error(`${path}.toContentsWK`)} onchange={(value) => change(() => (appliance.toContentsWK = value))} />
                  <NumberField label="Own thermostat opens at" kind="level" emptyMeans="none" value={appliance.opensAtC} error={draft.error(`${path}.opensAtC`)} onchange={(value) => change(() => { appliance.opensAtC = value; appliance.closesAtC = value === null ? null : (appliance.closesAtC ?? value - 1.5) })} />
                  {#if appliance.opensAtC !== null}
                    <NumberField label="and closes again at" kind="level" value={appliance.closesAtC} error={draft.error(`${path}.closesAtC`)} onchange={(value) => change(() => (appliance.closesAtC = value))} />
                  {/if}
                </div>
              </details>
            {/if}
          </div>
        {/each}
        <button class="button" onclick={() => change(() => { const added = { id: crypto.randomUUID(), name: 'heating mat', kind: 'MAT' as const, powerW: 15, elementJK: null, toAirWK: null, toContentsWK: null, removesW: null, opensAtC: null, closesAtC: null }; plan.appliances.push(added) })}>Add a heater or cooler</button>
      </fieldset>
    </section>

    <section>
      <h2>Probes and controllers</h2>
      <fieldset {disabled}>
        <legend class="sr-only">Probes and controllers</legend>
        {#each plan.probes as probe, index (probe.id)}
          {@const path = `probes[${index}]`}
          <div class="part">
            <div class="row">
              <div class="plain">
                <label for="{id}-probe-{index}">Probe</label>
                <input id="{id}-probe-{index}" maxlength="80" bind:value={probe.name} />
              </div>
              <NumberField label="It feels the heater by" unit="%" scale={100} digits={1} value={probe.heaterShare} error={draft.error(`${path}.heaterShare`)} onchange={(value) => change(() => (probe.heaterShare = value!))} />
              <NumberField label="the contents by" unit="%" scale={100} digits={1} value={probe.contentsShare} error={draft.error(`${path}.contentsShare`)} onchange={(value) => change(() => (probe.contentsShare = value!))} />
              <NumberField label="the room by" unit="%" scale={100} digits={1} value={probe.roomShare} error={draft.error(`${path}.roomShare`)} onchange={(value) => change(() => (probe.roomShare = value!))} />
              <NumberField label="It follows within" unit="s" value={probe.lagS} error={draft.error(`${path}.lagS`)} onchange={(value) => change(() => (probe.lagS = value!))} />
              <NumberField label="It reads too high by" kind="difference" value={probe.sensorErrorK} error={draft.error(`${path}.sensorErrorK`)} onchange={(value) => change(() => (probe.sensorErrorK = value!))} />
            </div>
          </div>
        {/each}
        {#each plan.controllers as controller, index (controller.id)}
          <div class="part row">
            <div class="plain">
              <label for="{id}-controller-{index}">Controller</label>
              <input id="{id}-controller-{index}" maxlength="80" bind:value={controller.name} />
            </div>
            <div class="plain">
              <label for="{id}-reads-{index}">reads</label>
              <select id="{id}-reads-{index}" bind:value={controller.probeId} onchange={() => draft.replan()}>
                {#each plan.probes as probe (probe.id)}<option value={probe.id}>{probe.name}</option>{/each}
              </select>
            </div>
            {#each controller.loops as loop (loop.id)}
              <div class="plain">
                <label for="{id}-switches-{loop.id}">switches</label>
                <select id="{id}-switches-{loop.id}" value={loop.applianceIds[0]} onchange={(event) => { const chosen = event.currentTarget.value; change(() => (loop.applianceIds = [chosen])) }}>
                  {#each plan.appliances as appliance (appliance.id)}<option value={appliance.id}>{appliance.name}</option>{/each}
                </select>
              </div>
              <NumberField label="Its contact is rated for" unit="A" emptyMeans="?" value={loop.ratedA} error={draft.error(`controllers[${index}].loops[0].ratedA`)} onchange={(value) => change(() => (loop.ratedA = value))} />
              <NumberField label="and" unit="W" emptyMeans="?" value={loop.ratedW} error={draft.error(`controllers[${index}].loops[0].ratedW`)} onchange={(value) => change(() => (loop.ratedW = value))} />
            {/each}
            <a class="small" href="/chambers/{draft.id}/card">Its labels and styles</a>
            <button class="link small" onclick={() => change(() => { draft.checkpoint(`removing ${controller.name}`); plan.controllers = plan.controllers.filter((each) => each !== controller) })}>Remove</button>
          </div>
        {/each}
        {#if plan.mains}
          {@const mains = plan.mains}
          <div class="row">
            <NumberField label="Mains voltage" unit="V" value={mains.supplyV} error={draft.error('mains.supplyV')} onchange={(value) => change(() => (mains.supplyV = value!))} />
            <NumberField label="Circuit or fuse" unit="A" value={mains.circuitA} error={draft.error('mains.circuitA')} onchange={(value) => change(() => (mains.circuitA = value!))} />
          </div>
        {:else}
          <p><button class="link small" onclick={() => change(() => (plan.mains = { supplyV: 230, circuitA: 10 }))}>Check the outlets: give voltage and fuse</button></p>
        {/if}
        <div class="row">
          <button class="button" onclick={() => change(() => plan.probes.push({ id: crypto.randomUUID(), name: 'probe', heaterShare: 0, contentsShare: 0.2, roomShare: 0, ownWarmthK: 0, lagS: 40, sensorErrorK: 0 }))}>Add a probe</button>
          <button class="button" disabled={plan.probes.length === 0 || plan.appliances.length === 0} onclick={() => change(() => plan.controllers.push(freshController(plan)))}>Add a controller</button>
        </div>
      </fieldset>
    </section>
  </div>

  <aside aria-labelledby="{id}-does">
    <h2 id="{id}-does">What this box does</h2>
    {#if draft.answer}
      {@const answer = draft.answer}
      {@const dead = answer.ladder.rungs.find((rung) => rung.kind === 'HEATER_DEAD_END')}
      {#if dead}
        <p>A heater that never stops ends at <b class="mono">{level(answer.stuckOn.endC, prefs.unit)}</b> in the warmest room{#if answer.stuckOn.harmedAtS !== null}, and harms after <b class="mono">{duration(answer.stuckOn.harmedAtS)}</b>{:else}, and does no harm{/if}.</p>
        <p>A heater that never comes on ends at <b class="mono">{level(dead.occupantC, prefs.unit)}</b> in the coldest.</p>
      {/if}
      {#if plan.appliances.some((each) => each.kind !== 'COOLER')}
        <SizeWindow sizing={answer.sizing} />
        <p>
          {#if answer.sizing.warmUpS !== null}From cold it takes <b class="mono">{duration(answer.sizing.warmUpS)}</b> to the keep band.
          {:else}From cold it does not reach the keep band within three days.{/if}
          {#if answer.sizing.chillS !== null}After a power cut in the coldest room it leaves the band {answer.sizing.chillS < 300 ? 'within' : 'after'} <b class="mono">{duration(Math.max(300, answer.sizing.chillS))}</b>{#if answer.sizing.chillHarmS !== null}{' '}and harms after <b class="mono">{duration(answer.sizing.chillHarmS)}</b>{/if}.{/if}
        </p>
      {/if}
      {#if answer.metrics.loops[0]}
        <p>On a cold night it is on <b class="mono">{fixed(answer.metrics.loops[0].dutyPct, 0)} %</b> of the time, <b class="mono">{fixed(answer.metrics.energyKWhPerDay, 2)} kWh</b> a day.</p>
      {/if}
      {#each answer.findings.filter((finding) => finding.remedy.step === 'CHAMBER') as finding (finding.code)}
        <p><span class="mark {finding.severity === 'NEEDS_YOU_NOW' ? 'act' : 'mind'}" aria-hidden="true">{finding.severity === 'NEEDS_YOU_NOW' ? '◆' : '▲'}</span><b>{finding.title}</b></p>
      {/each}
      <p><a href="/chambers/{draft.id}/settings">See it on the ladder</a></p>
    {:else if draft.missing.length > 0}
      <p class="quiet">Still missing: {draft.missing.join(', ')}.</p>
    {:else}
      <p class="quiet">Not rehearsed yet.</p>
    {/if}
  </aside>
</div>

<style>
  .columns {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 240px;
    gap: 32px;
  }

  section {
    padding-bottom: 20px;
  }

  section h2,
  aside h2 {
    padding-bottom: 6px;
    margin-bottom: 10px;
    border-bottom: 3px solid var(--ink);
  }

  aside {
    display: grid;
    gap: 10px;
    align-content: start;
  }

  fieldset {
    display: grid;
    gap: 12px;
    margin: 0;
    padding: 0;
    border: 0;
    min-width: 0;
  }

  fieldset > .button {
    justify-self: start;
  }

  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 18px;
    align-items: end;
  }

  .plain {
    display: grid;
    gap: 2px;
  }

  label {
    color: var(--quiet);
    font-size: var(--small);
  }

  .wall,
  .part {
    display: grid;
    gap: 8px;
    padding: 0 0 10px;
    border-bottom: 1px solid var(--hairline);
  }

  .part.row {
    display: flex;
  }

  .volume {
    padding-bottom: 8px;
  }

  .caution {
    margin-bottom: 10px;
    padding-left: 10px;
    border-left: 5px solid var(--alarm);
  }

  summary {
    padding: 4px 0;
    cursor: pointer;
  }

  select,
  input {
    max-width: 100%;
  }

  @media (max-width: 1000px) {
    .columns {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
