<script lang="ts">
  /** Rules of a chamber: what the plan asks for, what is armed, and how each did before it was. */
  import { onMount } from 'svelte'
  import { traitsOf } from '../api/catalogue'
  import { api, asTyped, dataOf, Problem } from '../api/client'
  import type { ProposalView, RulePlan, RuleView, SeriesView, TrialView, Urgency } from '../api/types'
  import { QUANTITIES } from '../quantities'
  import { prefs } from '../prefs.svelte'
  import { session } from '../session.svelte'
  import { celsiusTo, duration, kelvinTo, toCelsius, toKelvin } from '../units'
  import { when } from '../when'
  import { isNuisance, RULES, ruleSays, trialSays, URGENCIES } from './words'
  import { asked, confirmed } from '../parts/ask.svelte'
  import Trouble from '../parts/Trouble.svelte'
  import NumberInput from '../parts/NumberInput.svelte'

  interface Props {
    chamberId: string
    series: SeriesView[]
  }
  let { chamberId, series }: Props = $props()
  const path = $derived({ chamberId })
  let rules = $state.raw<RuleView[] | null>(null)
  let proposals = $state.raw<ProposalView[] | null>(null)
  let missing = $state<string | null>(null)
  let trouble = $state.raw<Problem | null>(null)
  let busy = $state('')
  /** The rule that is changed, as it is typed, in the units a person reads. */
  let form = $state<{
    id: string | null
    rule: RulePlan
    limit: number
    second: number | null
    deadband: number
    onDelayMin: number
    offDelayMin: number
    urgency: Urgency
  } | null>(null)
  let tried = $state.raw<TrialView | null>(null)

  async function attempt(what: string, work: () => Promise<void>) {
    busy = what
    try {
      await work()
      trouble = null
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      trouble = failed
    }
    busy = ''
  }
  const load = () => attempt('', async () => void (rules = await dataOf(api.get('/chambers/{chamberId}/rules', { params: { path } }))))
  onMount(() => {
    void load()
    const timer = setInterval(() => {
      if (!busy && !form) void load()
    }, 15_000)
    return () => clearInterval(timer)
  })

  const propose = () =>
    attempt('Trying every rule in rehearsals of every fault and over the weeks that were measured …', async () => {
      const found = await dataOf(api.get('/chambers/{chamberId}/rules/proposals', { params: { path } }))
      proposals = found.proposals
      ticks = {}
      missing = found.missing
    })

  const arm = (each: ProposalView) =>
    attempt('Arming …', async () => {
      rules = await dataOf(api.post('/chambers/{chamberId}/rules', { params: { path }, body: { rule: each.rule, followsPlan: true } }))
      proposals = proposals?.map((one) => (one === each ? { ...one, ruleId: 'armed' } : one)) ?? null
    })

  /** Proposed rules that somebody ticked or unticked; the others are ticked, but for nuisances. */
  let ticks = $state<Record<number, boolean>>({})
  const isTicked = (each: ProposalView, index: number) => each.ruleId === null && (ticks[index] ?? !isNuisance(each.trial))
  const ticked = $derived((proposals ?? []).filter(isTicked))

  const armTicked = () =>
    attempt('Turning rules on …', async () => {
      for (const each of ticked) {
        rules = await dataOf(api.post('/chambers/{chamberId}/rules', { params: { path }, body: { rule: each.rule, followsPlan: true } }))
        proposals = proposals?.map((one) => (one === each ? { ...one, ruleId: 'armed' } : one)) ?? null
      }
    })

  const disarm = (rule: RuleView) =>
    attempt('', async () => {
      const what = `“${RULES[rule.rule.kind]}” of ${nameOf(rule.rule.seriesId)}`
      if (!(await confirmed(`Turn off ${what}?`, 'It warns nobody any more. Its record stays.', 'Turn off rule'))) return
      rules = await dataOf(api.remove('/chambers/{chamberId}/rules/{id}', { params: { path: { ...path, id: rule.id } } }))
    })

  const outOfService = (rule: RuleView) =>
    attempt('', async () => {
      if (rule.outReason !== null) {
        rules = await dataOf(api.post('/chambers/{chamberId}/rules/{id}/in-service', { params: { path: { ...path, id: rule.id } } }))
        return
      }
      const field = { label: 'Reason', kind: 'line', value: '', needed: true, most: 300 } as const
      const reason = await asked(`Take “${RULES[rule.rule.kind]}” out of service for a day?`, 'Take out of service', field, 'It warns nobody for a day.')
      if (reason === null) return
      const until = new Date(Date.now() + 86_400_000).toISOString()
      rules = await dataOf(api.post('/chambers/{chamberId}/rules/{id}/out-of-service', { params: { path: { ...path, id: rule.id } }, body: { reason, until } }))
    })

  const one = (id: string) => series.find((each) => each.id === id)
  const nameOf = (id: string) => one(id)?.name ?? 'a series that was taken out'
  const of = (id: string) => ({ quantity: one(id)?.quantity ?? ('PH' as const), unit: one(id)?.unit ?? ('PH' as const) })

  const limitOf = (rule: RulePlan) => traitsOf(rule.kind).limit
  const ofSeries = (rule: RulePlan) => limitOf(rule) === 'LEVEL' || limitOf(rule) === 'DIFFERENCE'
  /** Whether its limit converts with the reader's unit. */
  const warm = (rule: RulePlan) => one(rule.seriesId)?.quantity === 'TEMPERATURE' && ofSeries(rule)
  const rounded = (value: number) => Math.round(value * 100) / 100
  const toForm = (rule: RulePlan, value: number) =>
    rounded(limitOf(rule) === 'TIME' ? value / 60 : !warm(rule) ? value : limitOf(rule) === 'DIFFERENCE' ? kelvinTo(prefs.unit, value) : celsiusTo(prefs.unit, value))
  const fromForm = (rule: RulePlan, value: number) =>
    limitOf(rule) === 'TIME' ? value * 60 : !warm(rule) ? value : limitOf(rule) === 'DIFFERENCE' ? toKelvin(prefs.unit, value) : toCelsius(prefs.unit, value)
  const differenceUnit = () => (prefs.unit === 'C' ? 'K' : '°F')
  const unitOf = (rule: RulePlan) =>
    limitOf(rule) === 'TIME'
      ? 'min'
      : limitOf(rule) === 'POWER'
        ? 'W'
        : warm(rule)
          ? limitOf(rule) === 'DIFFERENCE'
            ? differenceUnit()
            : `°${prefs.unit}`
          : (one(rule.seriesId)?.sign ?? '')

  /** How far back it must go is a difference, whatever its limit is. */
  const toBand = (rule: RulePlan, value: number) => rounded(warm(rule) ? kelvinTo(prefs.unit, value) : value)
  const fromBand = (rule: RulePlan, value: number) => (warm(rule) ? toKelvin(prefs.unit, value) : value)
  const hasBand = (rule: RulePlan) => traitsOf(rule.kind).deadband
  const bandUnit = (rule: RulePlan) => (warm(rule) ? differenceUnit() : unitOf(rule))

  /** What was typed was in the unit of then: in another one it stays the same temperature. */
  let shownIn = prefs.unit
  $effect(() => {
    const unit = prefs.unit
    if (unit === shownIn) return
    const before = shownIn
    shownIn = unit
    if (!form || !warm(form.rule)) return
    const turn = (value: number) => rounded(limitOf(form!.rule) === 'DIFFERENCE' ? kelvinTo(unit, toKelvin(before, value)) : celsiusTo(unit, toCelsius(before, value)))
    form.limit = turn(form.limit)
    if (form.second !== null) form.second = turn(form.second)
    form.deadband = rounded(kelvinTo(unit, toKelvin(before, form.deadband)))
  })

  function begin(rule: RulePlan, id: string | null) {
    form = {
      id,
      rule,
      limit: toForm(rule, rule.limit),
      second: rule.kind === 'OUT_OF_BAND' ? toForm(rule, rule.secondLimit!) : null,
      deadband: toBand(rule, rule.deadband ?? 0),
      onDelayMin: rounded((rule.onDelayS ?? 0) / 60),
      offDelayMin: rounded((rule.offDelayS ?? 0) / 60),
      urgency: rule.urgency,
    }
    tried = null
    shownIn = prefs.unit
  }
  const blank = (): RulePlan => ({
    seriesId: series.find((each) => each.retiredAt === null)!.id,
    others: null,
    kind: 'HIGH',
    urgency: 'SOON',
    limit: 30,
    secondLimit: null,
    deadband: QUANTITIES[one(series.find((each) => each.retiredAt === null)!.id)!.quantity].deadband,
    overS: null,
    onDelayS: 300,
    offDelayS: 120,
  })
  const typed = (): RulePlan => ({
    ...form!.rule,
    urgency: form!.urgency,
    limit: fromForm(form!.rule, form!.limit),
    deadband: fromBand(form!.rule, form!.deadband),
    secondLimit: form!.second === null ? form!.rule.secondLimit : fromForm(form!.rule, form!.second),
    onDelayS: form!.onDelayMin * 60,
    offDelayS: form!.offDelayMin * 60,
  })
  const tryIt = () => attempt('Trying it …', async () => void (tried = await dataOf(api.post('/chambers/{chamberId}/rules/trial', { params: { path }, body: asTyped(typed()) }))))
  const save = () =>
    attempt('Arming …', async () => {
      const body = asTyped({ rule: typed(), followsPlan: false })
      rules = form!.id
        ? await dataOf(api.put('/chambers/{chamberId}/rules/{id}', { params: { path: { ...path, id: form!.id } }, body }))
        : await dataOf(api.post('/chambers/{chamberId}/rules', { params: { path }, body }))
      form = null
    })
  const error = (field: string) => trouble?.errors.find((each) => each.field.endsWith(field))?.allowed
  const STATES = { NORMAL: '■ normal', UNACKNOWLEDGED: '◆ sounding', ACKNOWLEDGED: '▲ known', RETURNED: '▲ over, not known', SHELVED: '□ put aside' } as const
</script>

<section>
  <div class="head">
    <h3>Armed rules</h3>
    {#if session.mayPlan && series.some((each) => each.retiredAt === null)}
      <button class="button main" onclick={propose} disabled={busy !== ''}>What does the plan ask for?</button>
      <button class="button" onclick={() => begin(blank(), null)} disabled={busy !== ''}>Another rule …</button>
    {/if}
  </div>
  {#if busy}<p role="status" class="quiet">{busy}</p>{/if}
  {#if trouble && !form}<p class="error" role="alert">{trouble.errors[0] ? `${trouble.errors[0].field} ${trouble.errors[0].allowed}` : trouble.detail}</p>{/if}
  {#if rules?.length === 0}<p>No rule is armed: nobody is told when something goes wrong here.</p>{/if}
  {#if rules && rules.length > 0}
    <ul class="rules">
      {#each rules as rule (rule.id)}
        <li>
          <p>
            <b>{nameOf(rule.rule.seriesId)}: {RULES[rule.rule.kind]}</b> <span class="mono small">{rule.outReason === null ? STATES[rule.state] : '□ out of service'}</span>
          </p>
          <p>{ruleSays(rule.rule, of(rule.rule.seriesId), prefs.unit)}; {URGENCIES[rule.rule.urgency].words.toLowerCase()}</p>
          <p class="small quiet">
            {trialSays(rule.trial, rule.rule.kind).join(' ')}
            {rule.followsPlan ? 'Goes with the plan' : 'Set by hand'}, {rule.changedBy}, {when(rule.changedAt, 'minute')}.
          </p>
          {#if rule.outReason !== null}<p class="small">Out of service until {when(rule.outUntil!, 'minute')} by {rule.outBy}: {rule.outReason}</p>{/if}
          {#if session.mayPlan}
            <p class="acts">
              <button class="link small" onclick={() => begin(rule.rule, rule.id)}>Change</button>
              <button class="link small" onclick={() => outOfService(rule)}>{rule.outReason === null ? 'Out of service for a day' : 'Back into service'}</button>
              <button class="link small" onclick={() => disarm(rule)}>Disarm</button>
            </p>
          {/if}
        </li>
      {/each}
    </ul>
  {/if}
</section>

{#if form}
  <form
    onsubmit={(event) => {
      event.preventDefault()
      void save()
    }}
    aria-label="A rule"
  >
    <h3>{form.id ? `Change: ${nameOf(form.rule.seriesId)}, ${RULES[form.rule.kind]}` : 'Another rule'}</h3>
    {#if form.id === null}
      <label
        >Watches <select bind:value={form.rule.seriesId} onchange={() => (form!.deadband = toBand(form!.rule, QUANTITIES[one(form!.rule.seriesId)!.quantity].deadband))}>
          {#each series.filter((each) => each.retiredAt === null) as each (each.id)}<option value={each.id}>{each.name} ({QUANTITIES[each.quantity].name})</option>{/each}
        </select></label
      >
      <label
        >For <select bind:value={form.rule.kind}>
          {#each ['HIGH', 'LOW', 'RATE', 'SILENCE'] as const as kind (kind)}<option value={kind}>{RULES[kind]}</option>{/each}
          {#if one(form.rule.seriesId)?.quantity === 'WATER_LEVEL'}<option value="WATER_LOW">{RULES.WATER_LOW}</option>{/if}
        </select></label
      >
    {/if}
    <label>Limit ({unitOf(form.rule)}) <NumberInput bind:value={form.limit} required error={error('limit')} /></label>
    {#if error('limit')}<p class="error">{error('limit')}</p>{/if}
    {#if form.second !== null}
      <label>To ({unitOf(form.rule)}) <NumberInput bind:value={form.second} required /></label>
      {#if error('secondLimit')}<p class="error">{error('secondLimit')}</p>{/if}
    {/if}
    {#if hasBand(form.rule)}
      <label
        >Clears after going back by ({bandUnit(form.rule)})
        <NumberInput bind:value={form.deadband} min={0} required error={error('deadband')} /></label
      >
      {#if error('deadband')}<p class="error">{error('deadband')}</p>{/if}
    {/if}
    <label>Must last (min) <NumberInput bind:value={form.onDelayMin} min={0} required /></label>
    <label>Over when back for (min) <NumberInput bind:value={form.offDelayMin} min={0} required /></label>
    <label
      >How soon <select bind:value={form.urgency}>
        {#each Object.entries(URGENCIES) as [each, words] (each)}<option value={each}>{words.words}: {words.meaning}</option>{/each}
      </select></label
    >
    <Trouble of={trouble} />
    {#if tried}<p role="status">{trialSays(tried, form.rule.kind).join(' ')}</p>{/if}
    {#if tried && tried.soundings.length > 0}
      <ul class="small">
        {#each tried.soundings.slice(-6) as each (each.from)}<li>
            {when(each.from, 'minute')}, for {duration((Date.parse(each.until) - Date.parse(each.from)) / 1000)}{each.nuisance ? ', for nothing' : ''}
          </li>{/each}
      </ul>
    {/if}
    <p class="acts">
      <button class="button" type="button" onclick={tryIt} disabled={busy !== ''}>Try it</button>
      <button class="button main" disabled={busy !== ''}>Try and arm it</button>
      <button class="button" type="button" onclick={() => (form = null)}>Leave it</button>
    </p>
  </form>
{/if}

{#if missing}<p>{missing}</p>{/if}
{#if proposals && proposals.length > 0}
  <section>
    <div class="head">
      <h3>What the plan asks for</h3>
      {#if proposals.some((each) => each.ruleId === null)}<button class="button main" onclick={armTicked} disabled={busy !== '' || ticked.length === 0}
          >Turn on {ticked.length === 1 ? 'the ticked rule' : `the ${ticked.length} ticked rules`}</button
        >{/if}
    </div>
    <ul class="rules">
      {#each proposals as each, index (index)}
        <li>
          <p><b>{nameOf(each.rule.seriesId)}: {RULES[each.rule.kind]}</b></p>
          <p>{ruleSays(each.rule, of(each.rule.seriesId), prefs.unit)}; {URGENCIES[each.rule.urgency].words.toLowerCase()}</p>
          <p class="small quiet">{trialSays(each.trial, each.rule.kind).join(' ')}</p>
          {#if each.ruleId !== null}<p class="small">■ on</p>{:else}<p class="acts">
              <label class="tick"
                ><input type="checkbox" checked={isTicked(each, index)} onchange={(event) => (ticks[index] = event.currentTarget.checked)} />
                {isNuisance(each.trial) ? 'Turn on although it is a nuisance' : 'Turn on'}</label
              >
              <button class="button" onclick={() => arm(each)} disabled={busy !== ''}>Turn on this rule</button>
            </p>{/if}
        </li>
      {/each}
    </ul>
  </section>
{/if}
<p class="small quiet">
  Every rule is tried before it is armed: in rehearsed good days with somebody looking in, against every fault of the Faults page in the coldest and the warmest room, and over the
  last three weeks that were measured.
</p>

<style>
  .head,
  .acts {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px 14px;
  }

  .rules {
    margin: 0;
    padding: 0;
    list-style: none;
  }

  .rules li {
    padding: 10px 0;
    border-bottom: 1px solid var(--hairline);
    overflow-wrap: anywhere;
  }

  form {
    display: grid;
    gap: 8px;
    max-width: 560px;
    padding: 12px 0;
    border-top: 3px solid var(--ink);
  }

  .tick {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 44px;
  }

  form label {
    display: grid;
    gap: 2px;
  }
</style>
