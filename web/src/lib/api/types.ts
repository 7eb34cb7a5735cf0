import type { components } from './schema'

type Schemas = components['schemas']

export type ChamberView = Schemas['ChamberView']
export type ChamberPlan = Schemas['ChamberPlan']
export type OccupancyPlan = Schemas['OccupancyPlan']
export type HarmPlan = Schemas['HarmPlan']
export type BoxPlan = Schemas['BoxPlan']
export type WallPlan = Schemas['WallPlan']
export type AppliancePlan = Schemas['AppliancePlan']
export type ProbePlan = Schemas['ProbePlan']
export type ControllerPlan = Schemas['ControllerPlan']
export type KeyPlan = Schemas['KeyPlan']
export type Parameter = KeyPlan['parameter']
export type Guide = Schemas['Guide']
export type Stage = Schemas['Stage']
export type SettingsView = Schemas['SettingsView']
export type SiteView = Schemas['SiteView']
export type SessionView = Schemas['SessionView']
export type Role = NonNullable<SessionView['role']>
export type MaterialView = Schemas['MaterialView']
export type HeaterKindView = Schemas['HeaterKindView']
export type RehearsalRequest = Schemas['RehearsalRequest']
export type RehearsalAnswer = Schemas['RehearsalAnswer']
export type ScenarioPlan = Schemas['ScenarioPlan']
export type EditPlan = Schemas['EditPlan']
export type RungAnswer = Schemas['RungAnswer']
export type RungKind = RungAnswer['kind']
export type FindingAnswer = Schemas['FindingAnswer']
export type QuantityAnswer = Schemas['QuantityAnswer']
export type TraceAnswer = Schemas['TraceAnswer']
export type Step = Schemas['RemedyAnswer']['step']

/** What is keyed into one controller, a value a meaning. */
export type Values = Partial<Record<Parameter, number>>
