import type { components } from './schema'

type Schemas = components['schemas']

export type ChamberView = Schemas['ChamberView']
export type ChamberPlan = Schemas['ChamberPlan']
export type OccupancyPlan = Schemas['OccupancyPlan']
export type HarmPlan = Schemas['HarmPlan']
export type BoxPlan = Schemas['BoxPlan']
export type WallPlan = Schemas['WallPlan']
export type AppliancePlan = Schemas['AppliancePlan']
export type ApplianceKind = AppliancePlan['kind']
export type ProbePlan = Schemas['ProbePlan']
export type PlacePlan = Schemas['PlacePlan']
export type LoopPlan = Schemas['LoopPlan']
export type ControllerPlan = Schemas['ControllerPlan']
export type KeyPlan = Schemas['KeyPlan']
export type Parameter = KeyPlan['parameter']
export type Guide = Schemas['Guide']
export type GuideView = Schemas['GuideView']
export type School = Schemas['School']
export type Range = Schemas['Range']
export type Grade = Range['grade']
export type Stage = Schemas['Stage']
export type Outlook = Schemas['Outlook']
export type TodayView = Schemas['TodayView']
export type KeyedView = Schemas['Begun']
export type SettingsView = Schemas['SettingsView']
export type SiteView = Schemas['SiteView']
export type SessionView = Schemas['SessionView']
export type Role = NonNullable<SessionView['role']>
export type MaterialView = Schemas['MaterialView']
export type LivingHeatView = Schemas['LivingHeatView']
export type ApplianceKindView = Schemas['ApplianceKindView']
export type HeaterPlan = Schemas['HeaterPlan']
export type CoolerPlan = Schemas['CoolerPlan']
export type BuildView = Schemas['BuildView']
export type DescribeAnswer = Schemas['DescribeAnswer']
export type RehearsalRequest = Schemas['RehearsalRequest']
export type RehearsalAnswer = Schemas['RehearsalAnswer']
export type ScenarioPlan = Schemas['ScenarioPlan']
export type EditPlan = Schemas['EditPlan']
export type RungAnswer = Schemas['RungAnswer']
export type RungKind = RungAnswer['kind']
export type FindingAnswer = Schemas['FindingAnswer']
export type QuantityAnswer = Schemas['QuantityAnswer']
export type EnvelopeAnswer = Schemas['EnvelopeAnswer']
export type KeyingView = Schemas['KeyingView']
export type ProfileDocument = Schemas['ProfileDocument']
export type ProfileView = Schemas['ProfileView']
export type ReadBackAnswer = Schemas['ReadBackAnswer']
export type SuggestionAnswer = Schemas['SuggestionAnswer']
export type SuggestionLine = Schemas['SuggestionLine']
export type NeighbourAnswer = Schemas['NeighbourAnswer']
export type StyleAnswer = Schemas['StyleAnswer']
export type LayoutAnswer = Schemas['LayoutAnswer']
export type HeatPath = Schemas['PathAnswer']
export type OutletAnswer = Schemas['OutletAnswer']
export type WeighingView = Schemas['WeighingView']
export type EggAnswer = Schemas['EggAnswer']
export type TraceAnswer = Schemas['TraceAnswer']
export type Step = Schemas['RemedyAnswer']['step']

/** What is keyed into one controller, a value a meaning. */
export type Values = Partial<Record<Parameter, number>>

export type CheckView = Schemas['CheckView']
export type CheckRowView = Schemas['RowView']
export type CheckFound = Schemas['CheckAnswer']
export type ReferenceView = Schemas['ReferenceView']
export type NewCheck = Schemas['NewCheck']
export type NewRow = Schemas['NewRow']
export type NewOffset = Schemas['NewOffset']
export type HistoryView = Schemas['HistoryView']
export type ChamberDueView = Schemas['ChamberDueView']
export type EffectView = Schemas['EffectView']
export type PointAnswer = Schemas['PointAnswer']
export type TwoPointAnswer = Schemas['TwoPointAnswer']
/** What the server asks about before it takes a row or an offset; these come with a question, not with an answer. */
export interface RowDoubt {
  kind: 'OTHER_UNIT' | 'JUMP' | 'TWICE'
  field: string
  given: number
  meant: number | null
}
export interface OffsetSlip {
  slip: NonNullable<CheckView['slip']>
  follows: number
  remaining: number
}

export type FaultAnswer = Schemas['FaultAnswer']
export type FaultRow = Schemas['FaultRow']
export type FaultKind = FaultRow['kind']
export type FirstAct = FaultRow['first']
export type VerdictAnswer = Schemas['VerdictAnswer']
export type VerdictKind = VerdictAnswer['kind']
export type WatchPlan = Schemas['WatchPlan']
export type LayerAnswer = Schemas['LayerAnswer']
export type SurenessAnswer = Schemas['SurenessAnswer']
export type DrillView = Schemas['DrillView']
export type DrillJudged = Schemas['DrillJudged']
export type ScoreView = Schemas['ScoreView']

/** What is keyed into each controller, by its id. */
export type Keyed = Record<string, Values>

export type SeriesView = Schemas['SeriesView']
export type Measured = SeriesView['quantity']
export type SeriesUnit = SeriesView['unit']
export type DeviceView = Schemas['DeviceView']
export type HeldView = Schemas['HeldView']
export type HeldList = Schemas['HeldList']
export type RetentionView = Schemas['RetentionView']
export type DayView = Schemas['DayView']
/** A series over a span; nulls where nothing was measured, which the server's description cannot say of a list. */
export type Chart = Omit<Schemas['Chart'], 'low' | 'high' | 'mean'> & Record<'low' | 'high' | 'mean', (number | null)[]>

export type AlarmView = Schemas['AlarmView']
export type Urgency = AlarmView['urgency']
export type RuleKind = AlarmView['kind']
export type RulePlan = Schemas['RulePlan']
export type RuleView = Schemas['RuleView']
export type TrialView = Schemas['TrialView']
export type ProposalView = Schemas['ProposalView']
export type First = Schemas['First']
export type Way = First['forecast'][number]['way']
export type Mark = Schemas['Mark']
export type Figures = Schemas['Figures']
export type Telling = Schemas['Telling']
export type WayView = Schemas['WayView']
export type MessageView = Schemas['MessageView']
