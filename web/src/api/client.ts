import createClient from 'openapi-fetch'
import type { components, paths } from './generated'

type Schemas = components['schemas']
export type Around = Schemas['Around']
export type Beginning = Schemas['Beginning']
export type Board = Schemas['Board']
export type Calibration = Schemas['Calibration']
export type CautionTold = Schemas['CautionTold']
export type CellState = Schemas['CellState']
export type CameraBody = Schemas['CameraBody']
export type Check = Schemas['Check']
export type CheckCell = Schemas['CheckCell']
export type CheckFinding = Schemas['CheckFinding']
export type CheckedDevice = Schemas['CheckedDevice']
export type CurveTaught = Schemas['CurveTaught']
export type Draft = Schemas['Draft']
export type Entry = Schemas['Entry']
export type StandIn = Schemas['StandIn']
export type FrameForetold = Schemas['FrameForetold']
export type FramePatch = Schemas['FramePatch']
export type FrameTone = Schemas['FrameTone']
export type FrameView = Schemas['FrameView']
export type FramesMixed = Schemas['FramesMixed']
export type MixQuestion = Schemas['MixQuestion']
export type Lit = Schemas['Lit']
export type NamedPatch = Schemas['NamedPatch']
export type Roll = Schemas['Roll']
export type ShotLess = Schemas['ShotLess']
export type ShotTones = Schemas['ShotTones']
export type ToneCurve = Schemas['ToneCurve']
export type Firing = Schemas['Firing']
export type FireTurn = Schemas['FireTurn']
export type Finding = Schemas['Finding']
export type FNumber = Schemas['FNumber']
export type Gear = Schemas['Gear']
export type How = Schemas['How']
export type Holds = Schemas['Holds']
export type Judgement = Schemas['Judgement']
export type KitDocument = Schemas['KitDocument']
export type KitItem = Schemas['KitItemView']
export type Lane = Schemas['Lane']
export type LightPut = Schemas['LightPut']
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
export type StartOffered = Schemas['StartOffered']
export type Study = Schemas['Study']
export type Summary = Schemas['Summary']
export type TapeItem = Schemas['TapeItemView']
export type TapeLine = Schemas['TapeLine']
export type Unit = Schemas['Unit']
export type Ways = Schemas['Ways']
export type DevicesView = Schemas['DevicesView']
export type JoinedDevice = Schemas['JoinedDevice']
export type CameView = Schemas['CameView']
export type Came = Schemas['Came']
export type DeviceOrder = Schemas['Order']
export type HeldAt = Schemas['HeldAt']
export type PracticeView = Schemas['PracticeView']
export type DrillView = Schemas['DrillView']
export type RunView = Schemas['RunView']
export type RunOver = Schemas['RunOver']
export type StepShown = Schemas['StepShown']
export type Me = Schemas['Me']
export type DoorView = Schemas['DoorView']
export type DoorDevice = Schemas['DeviceView']
export type DoorCode = Schemas['CodeView']
export type DoorLink = Schemas['LinkView']
export type LogLine = Schemas['LogLine']
export type SharedView = Schemas['SharedView']

/** So long an answer is waited for, milliseconds: the server itself breaks off sooner. */
const PATIENCE_MS = 15_000

/** One request; what is not answered in time is broken off, and is not out for ever. */
async function asked(request: Request): Promise<Response> {
  const over = new AbortController()
  const late = setTimeout(() => over.abort(new Unanswered()), PATIENCE_MS)
  try {
    const response = await fetch(request, { signal: AbortSignal.any([request.signal, over.signal]) })
    // The body may stand still too.
    const body = response.status === 204 ? null : await response.arrayBuffer()
    return new Response(body, response)
  } catch (error) {
    throw over.signal.aborted ? over.signal.reason : error
  } finally {
    clearTimeout(late)
  }
}

export const api = createClient<paths>({ baseUrl: window.location.origin, fetch: asked })

/** What the server refused, with the field that is wrong. */
export class Refused extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail)
  }
}

/** The server did not answer. */
export class OutOfReach extends Error {
  constructor(words = 'The server is out of reach.') {
    super(words)
  }
}

/** The server was asked, and did not answer in time. */
export class Unanswered extends OutOfReach {
  constructor() {
    super(`The server has not answered for ${PATIENCE_MS / 1000} s.`)
  }
}

/** The server no longer knows who this is: it was let out, stayed away for too long, or never came in. */
const OUT = ['sign-in', 'let-out', 'expired'].map((kind) => `urn:ink-lamp:${kind}`)
export const isOut = (problem: Problem): boolean => problem.status === 401 && OUT.includes(problem.type)
/** The server knows who this is, and that they may not: a guest who writes. */
export const isNotTheirs = (problem: Problem): boolean => problem.type === 'urn:ink-lamp:not-yours'

type Told = (problem: Problem) => void
let heard: { out: Told; notTheirs: Told } = { out: () => undefined, notTheirs: () => undefined }
/** Who is told once this browser is out, or asked for something that is not its user's. */
export const onRefusal = (told: typeof heard): void => void (heard = told)

interface Answer<T> {
  data?: T
  error?: unknown
  response: Response
}

/**
 * What a call answered; nothing where it only says that it was done. Throws {@link Refused} for a problem document and {@link OutOfReach} where
 * nothing came back.
 */
export async function answered<T>(call: Promise<Answer<T>>): Promise<T> {
  const { data, error, response } = await call.catch((failed: unknown) => {
    throw failed instanceof OutOfReach ? failed : new OutOfReach()
  })
  if (!response.ok) {
    if (!isProblem(error)) throw new OutOfReach()
    if (isOut(error)) heard.out(error)
    else if (isNotTheirs(error)) heard.notTheirs(error)
    throw new Refused(error)
  }
  if (data === undefined && response.status !== 204) throw new OutOfReach()
  return data as T
}

function isProblem(error: unknown): error is Problem {
  return typeof error === 'object' && error !== null && 'detail' in error && 'status' in error
}
