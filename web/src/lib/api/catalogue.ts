/** What the server says of keys, schools and new parts, known before anything is asked: catalogue.json is written by it and tested against it. */
import said from './catalogue.json'
import type { ChamberPlan, ControllerPlan, Parameter, ProbePlan, RulePlan } from './types'

type Law = ControllerPlan['profile']['law']
type Unit = ControllerPlan['profile']['unit']

/** How a value of a meaning is counted: a level or a difference in the device's unit, or in a unit of its own. */
export type Kind = 'LEVEL' | 'DIFFERENCE' | 'HUMIDITY' | 'PERCENT' | 'MINUTES' | 'SECONDS' | 'HOUR' | 'CHOICE' | 'PLAIN'

interface Begins {
  /** null for the step of the display */
  step: number | null
  /** null for one step */
  lowest: number | null
  highest: number
}

/** What a kind of alarm rule has: what its limit is, and whether it has a deadband. */
export interface RuleTraits {
  kind: RulePlan['kind']
  limit: 'LEVEL' | 'DIFFERENCE' | 'TIME' | 'POWER'
  deadband: boolean
}

interface Catalogue {
  parameters: { parameter: Parameter; kind: Kind; choices: number; begins: Record<Unit, Begins> }[]
  laws: { law: Law; needed: Parameter[]; neededOfPair: Parameter[]; offered: Parameter[] }[]
  rules: RuleTraits[]
  box: NonNullable<ChamberPlan['box']>
  probe: ProbePlan
  profile: ControllerPlan['profile']
}

export const catalogue = said as Catalogue

const parameters = new Map(catalogue.parameters.map((each) => [each.parameter, each]))
const rules = new Map(catalogue.rules.map((each) => [each.kind, each]))
const laws = new Map(catalogue.laws.map((each) => [each.law, each]))

export const parameterOf = (parameter: Parameter) => parameters.get(parameter)!

export const traitsOf = (kind: RulePlan['kind']) => rules.get(kind)!

export const kindOf = (parameter: Parameter): Kind => parameterOf(parameter).kind

export const lawOf = (law: Law) => laws.get(law)!
