import { computed } from 'vue'
import {
  bandWords,
  capital,
  dialMark,
  decimal,
  greenMarks,
  greenMarksWords,
  lengthWords,
  marginWords,
  noteWords,
  pitchFromStress,
  setterOf,
  sizeWords,
  speedWords,
  stockWords,
  stoppers,
  type State,
} from '@green-pitch/core'
import { useAnswer } from '../../store/answer'
import { useSettings } from '../../store/settings'
import { clock } from '../../ui/clock'

export interface Part {
  name: string
  value: string
  note: string
  state?: State
  trouble?: string
}

/** What each part of the ticket says. */
export function useParts() {
  const answer = useAnswer()
  const settings = useSettings()
  return computed((): Part[] => {
    const { job, blade, band, verdict, ways, ranked } = answer
    const say = settings.say
    const { stock, cut, saw } = job
    const len = (mm: number) => lengthWords(mm, say)
    const failing = verdict.margins.filter((m) => m.ratio < 1)
    const near = verdict.margins.find((m) => m.state === 'near')
    const otherSaw = ways.find((w) => w.kind === 'saw')
    const stops = ranked.length ? [] : stoppers(job)
    const sawState: State | undefined = ranked.length ? undefined : otherSaw ? 'beyond' : undefined

    const web = cut.web === undefined ? '' : `webs ${len(cut.web)}`
    // one unit says it for both
    const radius = cut.radius === undefined ? 'no curves' : `R ${web ? len(cut.radius).replace(' mm', '') : len(cut.radius)}`
    const cutNote = [radius, web].filter(Boolean).join(', ')
    const heard = job.stress !== undefined
    const pitch = heard ? pitchFromStress(blade, job.stress!, saw.span) : undefined
    const green = greenMarks(saw, blade, band)
    const at = answer.heard
    const tensionState: State = band.empty
      ? 'beyond'
      : !heard
        ? 'near'
        : job.stress! < band.value.low.stress || job.stress! > band.value.high.stress
          ? 'beyond'
          : 'within'

    const speed = verdict.speed
    const marks = [speed.low, speed.high].map((n) => dialMark(saw, n))
    const dial = marks[0] === undefined ? '' : `, dial ${[...new Set(marks.map((m) => decimal(m!, 0)))].join(' to ')}`
    const setSpeed = job.spm
    const speedState: State = speed.trouble
      ? 'beyond'
      : setSpeed === undefined
        ? 'within'
        : setSpeed > speed.high * 1.02
          ? 'beyond'
          : setSpeed < speed.low * 0.98
            ? 'near'
            : 'within'

    const frame = saw.kind === 'frame'
    return [
      { name: 'Stock', value: stock.material.name, note: stockWords(stock, say) },
      { name: 'Cut', value: cut.kind === 'pierced' ? 'Pierced' : cut.kind === 'outline' ? 'Outline' : 'Straight', note: cutNote },
      {
        name: 'Saw',
        value: saw.short,
        state: sawState,
        note: sawState
          ? stops[0] === 'teeth' || stops[0] === 'material'
            ? 'its blades lack the teeth'
            : 'no blade for it will do'
          : `span ${len(saw.span)}`,
        trouble: otherSaw && `${otherSaw.saw!.short} would do`,
      },
      {
        name: 'Blade',
        value: sizeWords(blade),
        note: failing.length ? marginWords(failing[0]!, job, say) : blade.name.toLowerCase(),
        state: failing.length ? 'beyond' : near ? 'near' : 'within',
      },
      {
        name: 'Tension',
        value: pitch === undefined ? 'not heard' : noteWords(pitch),
        state: tensionState,
        note: band.empty
          ? 'no stress suits: see why'
          : `${at.stress ? `heard ${clock(at.stress.at)} ±${Math.max(1, Math.round(at.stress.doubt))} MPa; ` : 'green '}${green ? greenMarksWords(green, setterOf(saw)) : bandWords(band)}`,
      },
      {
        name: 'Speed',
        value:
          setSpeed !== undefined ? `${Math.round(setSpeed)}` : speed.low === speed.high ? `${speed.value}` : `${speed.low}–${speed.high}`,
        state: speedState,
        note: speed.trouble
          ? speedWords(speed)
          : setSpeed === undefined
            ? `spm${dial}`
            : `${at.spm ? `heard ${clock(at.spm.at)}; ` : ''}green ${speed.low}–${speed.high}`,
      },
      {
        name: 'Way round',
        value: capital(blade.pattern === 'twisted' || blade.pattern === 'grit' ? 'cuts all round' : frame ? 'to the handle' : 'teeth down'),
        state: 'within',
        note: frame ? 'cuts on the pull' : cut.shows === 'both' ? 'better face up' : 'show face up',
      },
    ]
  })
}
