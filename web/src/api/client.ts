import createClient from 'openapi-fetch'
import type { components, paths } from './generated'

type Schemas = components['schemas']
export type Board = Schemas['Board']
export type Calibration = Schemas['Calibration']
export type Draft = Schemas['Draft']
export type Entry = Schemas['Entry']
export type Firing = Schemas['Firing']
export type Finding = Schemas['Finding']
export type FNumber = Schemas['FNumber']
export type Gear = Schemas['Gear']
export type How = Schemas['How']
export type Holds = Schemas['Holds']
export type KitDocument = Schemas['KitDocument']
export type KitItem = Schemas['KitItemView']
export type Lane = Schemas['Lane']
export type LaneState = Schemas['LaneState']
export type Light = Schemas['Light']
export type Moment = Schemas['Moment']
export type Movement = Schemas['Movement']
export type Mark = Schemas['Mark']
export type Problem = Schemas['Problem']
export type Question = Schemas['StudyQuestion']
export type Rig = Schemas['Rig']
export type RatioSpec = Schemas['RatioSpec']
export type Role = Schemas['Role']
export type RoomLight = Schemas['RoomLight']
export type RoomWay = Schemas['RoomWay']
export type Scales = Schemas['Scales']
export type Schools = Schemas['Schools']
export type Setup = Schemas['Setup']
export type SetupView = Schemas['SetupView']
export type SittingInList = Schemas['SittingInList']
export type SittingView = Schemas['SittingView']
export type Span = Schemas['Span']
export type Plan = Schemas['Plan']
export type PlanDrawn = Schemas['PlanDrawn']
export type PlanLight = Schemas['PlanLight']
export type PlanQuestion = Schemas['PlanQuestion']
export type LightPlace = Schemas['LightPlace']
export type Studio = Schemas['Studio']
export type GroundTone = Schemas['GroundTone']
export type Choices = Schemas['Choices']
export type Contours = Schemas['Contours']
export type Study = Schemas['Study']
export type Summary = Schemas['Summary']
export type TapeItem = Schemas['TapeItemView']
export type TapeLine = Schemas['TapeLine']
export type Unit = Schemas['Unit']
export type Ways = Schemas['Ways']

export const api = createClient<paths>({ baseUrl: window.location.origin, fetch: (request) => fetch(request) })

/** What the server refused, with the field that is wrong. */
export class Refused extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail)
  }
}

/** The server did not answer. */
export class OutOfReach extends Error {
  constructor() {
    super('The server is out of reach.')
  }
}

interface Answer<T> {
  data?: T
  error?: unknown
  response: Response
}

async function arrived<T>(call: Promise<Answer<T>>): Promise<Answer<T>> {
  const answer = await call.catch(() => {
    throw new OutOfReach()
  })
  if (answer.response.ok) return answer
  throw isProblem(answer.error) ? new Refused(answer.error) : new OutOfReach()
}

/** What a call answered. Throws {@link Refused} for a problem document and {@link OutOfReach} where nothing came back. */
export async function answered<T>(call: Promise<Answer<T>>): Promise<T> {
  const { data } = await arrived(call)
  if (data === undefined) throw new OutOfReach()
  return data
}

/** Waits for a call that answers nothing but that it was done. Throws as {@link answered} does. */
export async function done(call: Promise<Answer<unknown>>): Promise<void> {
  await arrived(call)
}

function isProblem(error: unknown): error is Problem {
  return typeof error === 'object' && error !== null && 'detail' in error && 'status' in error
}
