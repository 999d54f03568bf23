/** A value with its ranges, over time or along figures, with what a model makes of it as a band. */
import { say } from '#api/words/say.ts'
import { colour, inkText, keepDrawn, timeAxis, tooltip } from './chart.ts'

export interface RangePoint {
  /** A moment, or a figure along the axis. */
  readonly at: string | number
  readonly is: number
  readonly low: number
  readonly high: number
}

export interface Ranges {
  readonly points: readonly RangePoint[]
  /** Name of the line at 0. */
  readonly zero: string
  /** Along figures and not in time: the name of the axis, the model as a band, and bars on the foot. */
  readonly along?:
    | {
        readonly name: string
        readonly band: readonly { readonly at: number; readonly low: number; readonly high: number }[]
        readonly bars: readonly { readonly from: number; readonly to: number }[]
      }
    | undefined
}

const figureAxis = (name: string, max: number) => ({
  type: 'value',
  max,
  name,
  nameLocation: 'middle',
  nameGap: 24,
  nameTextStyle: { ...inkText(), color: colour('--quiet') },
  axisLine: { lineStyle: { color: colour('--line') } },
  axisLabel: { ...inkText(), color: colour('--quiet'), showMaxLabel: false },
  splitLine: { show: false },
})

/** What the model makes of it, as a band, and the sessions as hollow bars on the foot. */
const alongSeries = ({ band, bars }: NonNullable<Ranges['along']>, foot: number) => [
  {
    type: 'custom',
    silent: true,
    z: 0,
    data: [[band[0]?.at ?? 0, 0]],
    renderItem: (_: unknown, api: { coord: (at: number[]) => [number, number] }) => ({
      type: 'polygon',
      shape: {
        points: [
          ...band.map((b) => api.coord([b.at, b.high])),
          ...[...band].reverse().map((b) => api.coord([b.at, b.low])),
        ],
      },
      style: { fill: colour('--hair'), opacity: 0.7 },
    }),
  },
  {
    type: 'custom',
    silent: true,
    data: bars.map((b) => [b.from, b.to]),
    renderItem: (
      _: unknown,
      api: { value: (i: number) => number; coord: (at: number[]) => [number, number] },
    ) => {
      const [x1, y] = api.coord([api.value(0), foot])
      const [x2] = api.coord([api.value(1), foot])
      return {
        type: 'rect',
        shape: { x: x1 + 1, y: y - 9, width: Math.max(x2 - x1 - 2, 2), height: 8 },
        style: { fill: 'none', stroke: colour('--line'), lineWidth: 1 },
      }
    },
  },
]

/** Values with their ranges, joined by a line, above a line at 0 with its name. */
export const drawRanges = (element: HTMLElement, { points, zero, along }: Ranges): (() => void) => {
  const least = Math.floor(Math.min(0, ...points.map((p) => p.low)))
  return keepDrawn(element, () => ({
    animation: false,
    grid: { left: 44, right: 24, top: 16, bottom: along ? 44 : 28 },
    xAxis: along ? figureAxis(along.name, along.band.at(-1)?.at ?? 1) : timeAxis(),
    yAxis: {
      type: 'value',
      min: least,
      max: Math.ceil(Math.max(...points.map((p) => p.high)) / 5) * 5,
      axisLabel: { ...inkText(), color: colour('--quiet') },
      splitLine: { lineStyle: { color: colour('--hair') } },
    },
    tooltip: tooltip((i) => {
      const p = points[i]
      return p
        ? say('Δb* {is} ({low} to {high})', {
            is: p.is.toFixed(1),
            low: p.low.toFixed(1),
            high: p.high.toFixed(1),
          })
        : ''
    }),
    series: [
      ...(along ? alongSeries(along, least) : []),
      {
        type: 'line',
        data: points.map((p) => [p.at, p.is]),
        symbol: 'circle',
        symbolSize: 8,
        itemStyle: { color: colour('--ink') },
        lineStyle: { color: colour('--ink'), width: 2 },
        markLine: {
          silent: true,
          symbol: 'none',
          lineStyle: { color: colour('--verdigris'), type: 'solid' },
          label: { ...inkText(), formatter: zero, position: 'insideEndTop' },
          data: [{ yAxis: 0 }],
        },
      },
      {
        type: 'custom',
        silent: true,
        data: points.map((p) => [p.at, p.low, p.high]),
        renderItem: (
          _: unknown,
          api: { value: (i: number) => number; coord: (at: number[]) => [number, number] },
        ) => {
          const [x, y1] = api.coord([api.value(0), api.value(1)])
          const [, y2] = api.coord([api.value(0), api.value(2)])
          const line = (x1: number, ya: number, x2: number, yb: number) => ({
            type: 'line',
            shape: { x1, y1: ya, x2, y2: yb },
            style: { stroke: colour('--ink'), lineWidth: 1.5 },
          })
          return {
            type: 'group',
            children: [line(x, y1, x, y2), line(x - 5, y1, x + 5, y1), line(x - 5, y2, x + 5, y2)],
          }
        },
      },
    ],
  }))
}
