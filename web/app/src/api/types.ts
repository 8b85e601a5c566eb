import type { components } from './schema'

type S = components['schemas']

export type BusinessView = S['BusinessView']
export type BusinessSettings = S['BusinessSettings']
export type SmtpSettings = S['SmtpSettings']
export type OfferView = S['OfferView']
export type OfferSettings = S['OfferSettings']
export type OfferFile = S['OfferFile']
export type Finding = S['Finding']
export type Track = S['Track']
export type Share = S['Share']
export type FormView = S['FormView']
export type Shape = FormView['shape']
export type Layout = S['Layout']
export type Placing = S['Placing']
export type Drawn = S['Drawn']
export type DisplayRules = S['DisplayRules']
export type PagePattern = S['PagePattern']
export type FieldDefinition = S['FieldDefinition']
export type SiteView = S['SiteView']
export type SeenPage = S['SeenPage']
export type Verdict = S['Verdict']
export type FormSettings = S['FormSettings']
export type FormField = S['FormField']
export type Looks = S['Looks']
export type FollowUpView = S['FollowUpView']
export type StepView = S['StepView']
export type SequenceDraft = S['SequenceDraft']
export type StepDraft = S['StepDraft']
export type Effect = S['Effect']
export type EmailContent = S['EmailContent']
export type EmailButton = S['EmailButton']
export type WrittenEmail = S['WrittenEmail']
export type PageWords = S['PageWords']
export type Person = S['Person']
export type PeoplePage = S['Page']
export type PersonWhole = S['Whole']
export type Told = S['Told']
export type Today = S['Today']
export type Stored = S['Stored']
export type EmailKind = S['Preview']['kind']

/** One thing that is wrong with what was given, beside the field it was made in. */
export interface Problem {
  field: string
  code: string
  message: string
}
