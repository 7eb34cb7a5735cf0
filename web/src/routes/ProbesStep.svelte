<script lang="ts">
  import { airOf, differenceSign } from '../lib/held'
  import BoxDrawing from '../lib/box/BoxDrawing.svelte'
  import PlaceFields from '../lib/box/PlaceFields.svelte'
  import { freshController, freshProbe } from '../lib/chamber/draft'
  import { outlets } from '../lib/chamber/meanings'
  import type { ChamberDraft } from '../lib/chamber/draft.svelte'
  import type { ControllerPlan, ProbePlan } from '../lib/api/types'
  import FindingLines from '../lib/parts/FindingLines.svelte'
  import NumberField from '../lib/parts/NumberField.svelte'
  import { prefs } from '../lib/prefs.svelte'
  import { session } from '../lib/session.svelte'
  import { difference, fixed } from '../lib/units'

  let { draft }: { draft: ChamberDraft } = $props()
  const id = $props.id()
  const plan = $derived(draft.plan)
  const disabled = $derived(!session.mayPlan)
  const findings = $derived(draft.answer?.findings.filter((finding) => finding.remedy.step === 'PROBES' || finding.code === 'probe-near-heater') ?? [])

  function change(action: () => void) {
    action()
    draft.replan()
  }

  const hung = (probe: ProbePlan) => draft.answer?.layout.probes.find((each) => each.id === probe.id) ?? null

  function remove(probe: ProbePlan) {
    change(() => {
      draft.checkpoint(`removing ${probe.name}`)
      plan.probes = plan.probes.filter((each) => each.id !== probe.id)
      for (const controller of plan.controllers) controller.probeIds = controller.probeIds.filter((each) => each !== probe.id)
    })
  }

  function follow(probe: ProbePlan, place: boolean) {
    const now = hung(probe)
    change(() => {
      probe.heaterShare = place ? null : Number((now?.heaterShare ?? 0).toFixed(3))
      probe.contentsShare = place ? null : Number((now?.contentsShare ?? 0.2).toFixed(3))
      probe.roomShare = place ? null : Number((now?.roomShare ?? 0).toFixed(3))
    })
  }

  const RULES = $derived(
    plan.box?.tank
      ? [
          'Upstream of the heater, so that all the water passes it before it is read.',
          'Always under water, also when top-up fails.',
          'Away from light and from the pump’s own warmth.',
        ]
      : [
          'At the height of those who live there, in moving air.',
          'Out of light and mist, and out of the heater’s reach.',
          'In the sun: in a shaded tube through which air moves. Between lamps, not under one.',
          'A humidity sensor is wiped when it reads 100, kept from solvents, and never boiled.',
        ],
  )

  /** An outlet in a plan is one with something on it; the first is always there. */
  function connect(controller: ControllerPlan, at: number, applianceIds: string[]) {
    const loop = controller.loops[at]
    if (!loop) controller.loops.push({ id: crypto.randomUUID(), applianceIds, ratedA: null, ratedDcA: null, ratedW: null, cutOut: false })
    else if (at > 0 && applianceIds.length === 0) controller.loops.splice(at, 1)
    else loop.applianceIds = applianceIds
  }
</script>

<div class="with-aside">
  <div>
    <BoxDrawing {draft} mayMove={session.mayPlan} paths={false} />
    <section class="headed">
      <h2>Probes</h2>
      <fieldset class="form" {disabled}>
        <legend class="sr-only">Probes</legend>
        {#each plan.probes as probe, index (probe.id)}
          {@const path = `probes[${index}]`}
          {@const now = hung(probe)}
          <div class="part">
            <div class="row">
              <div class="plain">
                <label for="{id}-probe-{index}">Probe</label>
                <input id="{id}-probe-{index}" maxlength="80" bind:value={probe.name} />
              </div>
              <NumberField label="It follows within" unit="s" value={probe.lagS} error={draft.error(`${path}.lagS`)} onchange={(value) => change(() => (probe.lagS = value!))} />
              <NumberField
                label="It reads too high by"
                kind="difference"
                value={probe.sensorErrorK}
                error={draft.error(`${path}.sensorErrorK`)}
                onchange={(value) => change(() => (probe.sensorErrorK = value!))}
              />
              <NumberField
                label="Light adds"
                kind="difference"
                value={probe.lightWarmthK}
                error={draft.error(`${path}.lightWarmthK`)}
                onchange={(value) => change(() => (probe.lightWarmthK = value!))}
              />
              <button class="link small" onclick={() => remove(probe)}>Remove</button>
            </div>
            {#if probe.heaterShare !== null}
              <div class="row">
                <NumberField
                  label="It feels the heater by"
                  unit="%"
                  scale={100}
                  digits={1}
                  value={probe.heaterShare}
                  error={draft.error(`${path}.heaterShare`)}
                  onchange={(value) => change(() => (probe.heaterShare = value!))}
                />
                <NumberField
                  label="the contents by"
                  unit="%"
                  scale={100}
                  digits={1}
                  value={probe.contentsShare}
                  error={draft.error(`${path}.contentsShare`)}
                  onchange={(value) => change(() => (probe.contentsShare = value!))}
                />
                <NumberField
                  label="the room by"
                  unit="%"
                  scale={100}
                  digits={1}
                  value={probe.roomShare}
                  error={draft.error(`${path}.roomShare`)}
                  onchange={(value) => change(() => (probe.roomShare = value!))}
                />
                <button class="link small" onclick={() => follow(probe, true)}>Let it follow from its place</button>
              </div>
              <p class="small quiet">These shares are typed: moving it changes nothing until they follow from its place.</p>
            {:else if now}
              <p class="small">
                Where it hangs it feels the heater by <b class="mono">{fixed(100 * now.heaterShare, 1)} %</b>, the contents by
                <b class="mono">{fixed(100 * now.contentsShare, 0)} %</b>, the room by <b class="mono">{fixed(100 * now.roomShare, 1)} %</b>, the air by the rest{#if Math.abs(now.gradientK) > 0.05};
                  the air there is <b class="mono">{difference(now.gradientK, prefs.unit)}</b> off the mean{/if}.
                <button class="link small" onclick={() => follow(probe, false)}>Type the shares instead</button>
              </p>
            {/if}
            {#each ['xM', 'yM', 'zM'] as axis (axis)}{#if draft.error(`${path}.place.${axis}`)}<p class="error">
                  Where it hangs {draft.error(`${path}.place.${axis}`)}
                </p>{/if}{/each}
            <details class="small">
              <summary>Its place, its humidity sensor, drift</summary>
              <PlaceFields
                usual={now?.place ?? null}
                place={probe.place}
                sized={false}
                error={(field) => draft.error(`${path}.place.${field}`)}
                onchange={(place) => change(() => (probe.place = place))}
              />
              <div class="row">
                <NumberField
                  label="Its error grows by"
                  unit="K a day"
                  digits={3}
                  value={probe.driftKPerDay}
                  error={draft.error(`${path}.driftKPerDay`)}
                  onchange={(value) => change(() => (probe.driftKPerDay = value!))}
                />
                <NumberField
                  label="One reading warms it by"
                  word="one reading warms it by"
                  unit="K s"
                  value={probe.pollingKs}
                  error={draft.error(`${path}.pollingKs`)}
                  onchange={(value) => change(() => (probe.pollingKs = value!))}
                />
                <NumberField
                  label="Its own current adds"
                  kind="difference"
                  value={probe.ownWarmthK}
                  error={draft.error(`${path}.ownWarmthK`)}
                  onchange={(value) => change(() => (probe.ownWarmthK = value!))}
                />
              </div>
              {#if probe.humidity}
                {@const sensor = probe.humidity}
                <div class="row">
                  <NumberField
                    label="Humidity follows within"
                    unit="s"
                    value={sensor.lagS}
                    error={draft.error(`${path}.humidity.lagS`)}
                    onchange={(value) => change(() => (sensor.lagS = value!))}
                  />
                  <NumberField
                    label="It reads too high by"
                    unit="%RH"
                    value={sensor.errorPct}
                    error={draft.error(`${path}.humidity.errorPct`)}
                    onchange={(value) => change(() => (sensor.errorPct = value!))}
                  />
                  <NumberField
                    label="Mist pulls it to 100 by"
                    unit="%"
                    scale={100}
                    digits={0}
                    value={sensor.mistShare}
                    error={draft.error(`${path}.humidity.mistShare`)}
                    onchange={(value) => change(() => (sensor.mistShare = value!))}
                  />
                  <button class="link small" onclick={() => change(() => (probe.humidity = null))}>It has none</button>
                </div>
              {:else}
                <button class="link small" onclick={() => change(() => (probe.humidity = { lagS: 60, errorPct: 0, mistShare: 0 }))}>It reads humidity too</button>
              {/if}
              {#if probe.carbonDioxide}
                {@const sensor = probe.carbonDioxide}
                <div class="row">
                  <NumberField
                    label="Carbon dioxide follows within"
                    unit="s"
                    value={sensor.lagS}
                    error={draft.error(`${path}.carbonDioxide.lagS`)}
                    onchange={(value) => change(() => (sensor.lagS = value!))}
                  />
                  <NumberField
                    label="It reads too high by"
                    unit="ppm"
                    digits={0}
                    value={sensor.errorPpm}
                    error={draft.error(`${path}.carbonDioxide.errorPpm`)}
                    onchange={(value) => change(() => (sensor.errorPpm = value!))}
                  />
                  <button class="link small" onclick={() => change(() => (probe.carbonDioxide = null))}>It has none</button>
                </div>
              {:else}
                <button class="link small" onclick={() => change(() => (probe.carbonDioxide = { lagS: 60, errorPpm: 0 }))}>It reads carbon dioxide too</button>
              {/if}
            </details>
          </div>
        {/each}
        <button class="button" onclick={() => change(() => plan.probes.push(freshProbe()))}>Add a probe</button>
      </fieldset>
    </section>

    <section class="headed">
      <h2>Controllers: what each reads and switches</h2>
      <fieldset class="form" {disabled}>
        <legend class="sr-only">Controllers</legend>
        {#each plan.controllers as controller, index (controller.id)}
          <div class="part row">
            <div class="plain">
              <label for="{id}-controller-{index}">Controller</label>
              <input id="{id}-controller-{index}" maxlength="80" bind:value={controller.name} />
            </div>
            <fieldset class="reads">
              <legend>reads</legend>
              {#each plan.probes as probe (probe.id)}
                <label
                  ><input
                    type="checkbox"
                    checked={controller.probeIds.includes(probe.id)}
                    onchange={(event) => {
                      const on = event.currentTarget.checked
                      change(() => (controller.probeIds = plan.probes.map((each) => each.id).filter((each) => (each === probe.id ? on : controller.probeIds.includes(each)))))
                    }}
                  />
                  {probe.name}</label
                >
              {/each}
              {#if draft.error(`controllers[${index}].probeIds`)}<p class="error">{draft.error(`controllers[${index}].probeIds`)}</p>{/if}
              {#if controller.probeIds.length === 0}<p class="error">must read at least one probe</p>{/if}
            </fieldset>
            {#each outlets(controller) as outlet, at (at)}
              {@const taken = controller.loops[at]?.applianceIds ?? []}
              <fieldset class="reads">
                <legend>{outlet}</legend>
                {#each plan.appliances as appliance (appliance.id)}
                  {@const elsewhere = plan.controllers.some((other) =>
                    other.loops.some(
                      (each) => each.id !== controller.loops[at]?.id && each.cutOut === (controller.loops[at]?.cutOut ?? false) && each.applianceIds.includes(appliance.id),
                    ),
                  )}
                  {#if !elsewhere}
                    <label
                      ><input
                        type="checkbox"
                        checked={taken.includes(appliance.id)}
                        onchange={(event) => {
                          const on = event.currentTarget.checked
                          change(() =>
                            connect(
                              controller,
                              at,
                              plan.appliances.map((each) => each.id).filter((each) => (each === appliance.id ? on : taken.includes(each))),
                            ),
                          )
                        }}
                      />
                      {appliance.name}</label
                    >
                  {/if}
                {/each}
                {#if at === 0 && controller.profile.law === 'ON_OFF' && outlets(controller).length === 1 && (plan.controllers.length > 1 || controller.loops[0]?.cutOut)}
                  <label
                    ><input
                      type="checkbox"
                      checked={controller.loops[0]?.cutOut ?? false}
                      onchange={(event) => {
                        const on = event.currentTarget.checked
                        change(() => {
                          controller.loops[0]!.cutOut = on
                        })
                      }}
                    /> <span>as a cut-out only, in series with what switches it</span></label
                  >
                {/if}
                {#if draft.error(`controllers[${index}].loops[${at}].applianceIds`)}<p class="error">{draft.error(`controllers[${index}].loops[${at}].applianceIds`)}</p>{/if}
              </fieldset>
            {/each}
            <a class="small" href="/chambers/{draft.id}/card">Its labels and styles</a>
            <button
              class="link small"
              onclick={() =>
                change(() => {
                  draft.checkpoint(`removing ${controller.name}`)
                  plan.controllers = plan.controllers.filter((each) => each.id !== controller.id)
                })}>Remove</button
            >
          </div>
        {/each}
        <button class="button" disabled={plan.probes.length === 0 || plan.appliances.length === 0} onclick={() => change(() => plan.controllers.push(freshController(plan)))}
          >Add a controller</button
        >
      </fieldset>
    </section>
  </div>
  <aside class="headed" aria-labelledby="{id}-hang">
    <h2 id="{id}-hang">Where a probe belongs</h2>
    <FindingLines {findings} />
    {#if draft.answer}
      {#each plan.controllers as controller (controller.id)}
        {@const placement = draft.answer.ladder.placementK[controller.id]}
        {#if placement !== undefined}
          <p>
            {(plan.occupancy?.where ?? 'at the occupant').replace(/^./, (first) => first.toUpperCase())} it is
            <b class="mono"
              >{airOf(controller.profile.unit)
                ? `${fixed(Math.abs(placement), airOf(controller.profile.unit)!.digits)} ${differenceSign(controller.profile.unit)}`
                : difference(Math.abs(placement), prefs.unit, 2)}</b
            >
            {placement < 0 ? 'less' : 'more'} than {controller.name} shows.
          </p>
        {/if}
      {/each}
    {/if}
    <ul>
      {#each RULES as rule (rule)}<li>{rule}</li>{/each}
    </ul>
    <p class="small quiet">What it feels is worked out from distances, an order of magnitude. A thermometer beside the occupant is better: see the check.</p>
  </aside>
</div>

<style>
  .part.row {
    display: flex;
    align-items: start;
  }

  .reads {
    display: grid;
    gap: 4px;
    margin: 0;
    padding: 0;
    border: 0;
  }

  .reads legend {
    color: var(--quiet);
    font-size: var(--small);
  }

  .reads label {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 28px;
  }

  ul {
    margin: 0;
    padding-left: 18px;
  }
</style>
