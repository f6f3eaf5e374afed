import { computed } from 'vue'
import {
  bandWords,
  capital,
  cutSaid,
  dialMark,
  faceUp,
  decimal,
  frameClearance,
  greenMarks,
  greenMarksWords,
  isStrung,
  lengthWords,
  marginWords,
  noteWords,
  orbitSaid,
  pitchFromStress,
  setterOf,
  sizeWords,
  speedWords,
  stockWords,
  stops,
  strokesWords,
  stoppers,
  strokeSaid,
  type GreenBand,
  type Say,
  type State,
  type StrungJob,
  isJigsaw,
  isHandFrame,
  profileOf,
} from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useSettings } from '../../store/settings'
import { clock } from '../../ui/clock'
import { figure } from '../../ui/figure'

export type PartId = 'stock' | 'cut' | 'saw' | 'blade' | 'tension' | 'orbit' | 'stroke' | 'speed' | 'way'
export interface Part {
  id: PartId
  name: string
  value: string
  note: string
  state?: State
  trouble?: string
  /** a figure of its value or note, that other places show too */
  figure?: Record<string, string>
}
type Answer = ReturnType<typeof useAnswer>

/** What each part of the ticket says; the fifth follows the saw: tension, orbit or stroke. */
export function useParts() {
  const answer = useAnswer()
  const settings = useSettings()
  return computed((): Part[] => {
    const { say } = settings
    const { stock, saw, cut } = answer.job
    const fifth = answer.taut
      ? tensionPart(answer, answer.taut.job, answer.taut.band, say)
      : isJigsaw(saw)
        ? { id: 'orbit' as const, ...orbitSaid(answer.job, answer.evaluation) }
        : { id: 'stroke' as const, ...strokeSaid(answer.job, answer.evaluation, say) }
    return [
      { id: 'stock', name: 'Stock', value: stock.material.name, note: stockWords(stock, say) },
      { id: 'cut', name: 'Cut', value: capital(cut.kind), note: cutSaid(cut, say), figure: figure('radius', cut.radius) },
      sawPart(answer, say),
      bladePart(answer, say),
      fifth,
      speedPart(answer),
      wayPart(answer),
    ]
  })
}

function sawPart({ job, ways, ranked }: Answer, say: Say): Part {
  const { saw, cut } = job
  const otherSaw = ways.find((w) => w.kind === 'saw')
  const turning = ways.find((w) => w.kind === 'turn-blade')
  const stops = ranked.length ? [] : stoppers(job)
  const state: State | undefined = ranked.length ? undefined : otherSaw || turning ? 'beyond' : undefined
  const met = isHandFrame(saw) && cut.lie !== undefined && frameClearance(saw, cut.lie, job.turned).ratio < 1
  const note = state
    ? met
      ? 'its frame meets the board'
      : stops[0] === 'teeth' || stops[0] === 'material'
        ? 'its blades lack the teeth'
        : 'no blade for it will do'
    : isStrung(saw)
      ? `span ${lengthWords(saw.span, say)}${job.turned ? `, blade turned ${job.turned}°` : ''}`
      : isJigsaw(saw)
        ? `stroke ${lengthWords(saw.stroke, say)}`
        : 'at the bench'
  return {
    id: 'saw',
    name: 'Saw',
    value: saw.short,
    state,
    note,
    trouble: turning ? `turn the blade ${turning.to}°` : otherSaw && `${otherSaw.saw!.short} would do`,
  }
}

function bladePart({ job, blade, evaluation }: Answer, say: Say): Part {
  const failing = evaluation.margins.filter((m) => stops(m) && m.limit !== 'frame')
  const near = evaluation.margins.find((m) => m.state === 'near')
  return {
    id: 'blade',
    name: blade.plate ? 'Which one' : 'Blade',
    value: blade.plate ? blade.name : sizeWords(blade),
    note: failing.length
      ? marginWords(failing[0]!, job, say)
      : blade.plate
        ? `${sizeWords(blade)}, ${blade.plate.filing}, ${blade.plate.strokes}ed`
        : blade.name.toLowerCase(),
    state: failing.length ? 'beyond' : near ? 'near' : 'within',
  }
}

function tensionPart({ blade, heard: at }: Answer, job: StrungJob, band: GreenBand, say: Say): Part {
  const heard = job.stress !== undefined
  const pitch = heard ? pitchFromStress(blade, job.stress!, job.saw.span) : undefined
  const green = greenMarks(job.saw, blade, band)
  // the note to pluck is the answer; until it was heard there is nothing to judge
  const state: State | undefined = band.empty
    ? 'beyond'
    : !heard
      ? undefined
      : job.stress! < band.value.low.stress || job.stress! > band.value.high.stress
        ? 'beyond'
        : 'within'
  const said = at.stress ? `heard ${clock(at.stress.at)} ±${Math.max(1, Math.round(at.stress.doubt))} MPa; ` : heard ? 'green ' : ''
  return {
    id: 'tension',
    name: 'Tension',
    value: pitch !== undefined ? noteWords(pitch) : band.empty ? 'none suits' : bandWords(band),
    state,
    note: band.empty
      ? `${noteWords(band.value.high.pitch)} at most`
      : `${said}${green ? greenMarksWords(green, setterOf(job.saw), say) : heard ? bandWords(band) : 'not heard'}`,
  }
}

function speedPart({ job, evaluation, heard: at }: Answer): Part {
  const { speed } = evaluation
  const { spm } = job
  const marks = [speed.low, speed.high].map((n) => dialMark(job.saw, n))
  const dial = marks[0] === undefined ? '' : `, dial ${[...new Set(marks.map((m) => decimal(m!, 0)))].join(' to ')}`
  const state: State = speed.trouble
    ? 'beyond'
    : spm === undefined
      ? 'within'
      : spm > speed.high * 1.02
        ? 'beyond'
        : spm < speed.low * 0.98
          ? 'near'
          : 'within'
  return {
    id: 'speed',
    name: 'Speed',
    value: spm !== undefined ? `${Math.round(spm)}` : strokesWords(speed),
    state,
    figure: figure('strokes', evaluation.feed.inputs.spm),
    note: speed.trouble
      ? speedWords(speed)
      : spm === undefined
        ? `spm${dial}`
        : `${at.spm ? `heard ${clock(at.spm.at)}; ` : ''}green ${strokesWords(speed)}`,
  }
}

function wayPart({ job, blade }: Answer): Part {
  const { saw, cut } = job
  const part = (value: string, note: string): Part => ({ id: 'way', name: 'Teeth and face', value: capital(value), state: 'within', note })
  if (blade.pattern === 'twisted' || blade.pattern === 'grit') return part('cuts all round', 'either way up')
  if (blade.plate)
    return part(blade.plate.strokes === 'pull' ? 'pull it' : 'push it', cut.shows === 'both' ? 'knife every face' : 'show face to you')
  if (profileOf(saw).cutsOn === 'handle') {
    const away = job.teethTo === 'away'
    return part(away ? 'away from handle' : 'to the handle', away ? 'cuts on the push' : 'cuts on the pull')
  }
  if (isJigsaw(saw)) {
    const { cutsOn = 'up' } = blade
    return part(
      { up: 'teeth up', down: 'teeth down', both: 'teeth both ways' }[cutsOn],
      cut.shows === 'both'
        ? { either: 'either face up', show: 'better face up', back: 'better face down' }[faceUp(job, blade)]
        : { either: 'either face up', show: 'show face up', back: 'show face down' }[faceUp(job, blade)],
    )
  }
  return part('teeth down', cut.shows === 'both' ? 'better face up' : 'show face up')
}
