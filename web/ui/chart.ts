/** Charts by ECharts, drawn in the look's own lines: one series in ink, the rest hairlines, labels on the line. Loaded when a chart is shown. */
import { say } from '#api/words/say.ts'
import { CustomChart, LineChart } from 'echarts/charts'
import { GridComponent, MarkAreaComponent, MarkLineComponent, TooltipComponent } from 'echarts/components'
import { init, use as register } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'

register([
  CustomChart,
  LineChart,
  GridComponent,
  MarkAreaComponent,
  MarkLineComponent,
  TooltipComponent,
  SVGRenderer,
])

export interface StepPoint {
  readonly at: string
  readonly value: number
  readonly label: string
}

export const colour = (name: string) =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim()

/** Draws, and draws again when the size or the theme changes. Answers how to take it away. */
export function keepDrawn(element: HTMLElement, options: () => Record<string, unknown>): () => void {
  const instance = init(element, undefined, { renderer: 'svg' })
  const draw = () => instance.setOption(options())
  draw()
  const resized = new ResizeObserver(() => instance.resize())
  resized.observe(element)
  const themed = new MutationObserver(draw)
  themed.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme', 'data-size'] })
  return () => {
    resized.disconnect()
    themed.disconnect()
    instance.dispose()
  }
}

export const inkText = () => ({
  color: colour('--ink'),
  fontFamily: 'Atkinson Hyperlegible Next Variable',
  fontSize: 13,
})
export const timeAxis = () => ({
  type: 'time',
  boundaryGap: ['4%', '4%'],
  axisLine: { lineStyle: { color: colour('--line') } },
  axisLabel: { ...inkText(), color: colour('--quiet'), hideOverlap: true },
  splitLine: { show: false },
})
export const tooltip = (words: (index: number) => string) => ({
  trigger: 'axis',
  backgroundColor: colour('--sheet'),
  borderColor: colour('--line'),
  textStyle: inkText(),
  formatter: (items: unknown) => words((items as { dataIndex: number }[])[0]?.dataIndex ?? 0),
})

/** A stepped line over levels, the first level at the top. */
export function stepChart(
  element: HTMLElement,
  chart: {
    readonly points: readonly StepPoint[]
    readonly levels: readonly number[]
    readonly levelWords: (level: number) => string
    readonly day: (at: string) => string
  },
): () => void {
  return keepDrawn(element, () => ({
    animation: false,
    grid: { left: 118, right: 30, top: 26, bottom: 30 },
    xAxis: timeAxis(),
    yAxis: {
      type: 'value',
      inverse: true,
      min: chart.levels[0],
      max: chart.levels.at(-1),
      interval: 1,
      axisLabel: { ...inkText(), formatter: chart.levelWords },
      splitLine: { lineStyle: { color: colour('--hair') } },
    },
    tooltip: tooltip((i) => {
      const point = chart.points[i]
      return point ? `${chart.day(point.at)}: ${chart.levelWords(point.value)}` : ''
    }),
    series: [
      {
        type: 'line',
        step: 'end',
        symbol: 'rect',
        symbolSize: 9,
        lineStyle: { color: colour('--ink'), width: 2 },
        itemStyle: { color: colour('--ink') },
        label: {
          show: true,
          position: 'top',
          formatter: (item: { dataIndex: number }) => chart.points[item.dataIndex]?.label ?? '',
          ...inkText(),
        },
        labelLayout: { hideOverlap: true },
        data: chart.points.map((p, i) => ({
          value: [p.at, p.value],
          symbol: i === chart.points.length - 1 ? 'none' : 'rect',
        })),
      },
    ],
  }))
}

/** Where a point's words stand: the last ones behind the line, the first ones clear of the axis. */
const labelAt = (index: number, count: number) =>
  index === count - 1
    ? { position: 'right', distance: 8 }
    : index === 0
      ? { position: 'top', align: 'left' }
      : { position: 'top' }

interface Drift {
  readonly points: readonly StepPoint[]
  readonly unit: string
  readonly band?: { readonly low: number; readonly high: number } | undefined
  readonly healthy?: number | undefined
  /** What holds until it changes is drawn in steps, what drifts in slopes. */
  readonly stepped?: boolean
  readonly day: (at: string) => string
}

const driftSeries = (chart: Drift) => ({
  type: 'line',
  ...(chart.stepped ? { step: 'end' } : {}),
  symbol: 'circle',
  symbolSize: 8,
  lineStyle: { color: colour('--ink'), width: 2 },
  itemStyle: { color: colour('--ink') },
  label: {
    show: true,
    position: 'top',
    formatter: (item: { dataIndex: number }) => chart.points[item.dataIndex]?.label ?? '',
    ...inkText(),
  },
  labelLayout: { hideOverlap: true },
  data: chart.points.map((p, i) => ({
    value: [p.at, p.value],
    label: labelAt(i, chart.points.length),
  })),
  ...(chart.band
    ? {
        markArea: {
          silent: true,
          itemStyle: { color: colour('--hair'), opacity: 0.5 },
          label: { ...inkText(), color: colour('--quiet'), position: 'insideTopLeft' },
          data: [[{ yAxis: chart.band.low, name: say('as expected') }, { yAxis: chart.band.high }]],
        },
      }
    : {}),
  ...(chart.healthy === undefined
    ? {}
    : {
        markLine: {
          silent: true,
          symbol: 'none',
          lineStyle: { color: colour('--line'), type: 'dashed' },
          label: { ...inkText(), color: colour('--quiet'), formatter: 'healthy', position: 'end' },
          data: [{ yAxis: chart.healthy }],
        },
      }),
})

/** Readings of one point over time in ink; the tolerance as a band, the healthy value as a line with its words. */
export function driftChart(element: HTMLElement, chart: Drift): () => void {
  const values = [
    ...chart.points.map((p) => p.value),
    ...(chart.band ? [chart.band.low, chart.band.high] : []),
  ]
  const shares = chart.unit === '%'
  const [least, most] = [Math.min(...values), Math.max(...values)]
  const room = (most - least || Math.abs(most) || 1) * 0.12
  return keepDrawn(element, () => ({
    animation: false,
    grid: { left: 76, right: 96, top: 22, bottom: 30 },
    xAxis: timeAxis(),
    yAxis: {
      type: 'value',
      // A share is a part of the whole: its axis shows the whole.
      min: shares ? 0 : least - room,
      max: shares ? 100 : most + room,
      axisLabel: {
        ...inkText(),
        formatter: (value: number) => `${Number(value.toPrecision(4))} ${chart.unit}`,
        showMinLabel: shares,
        showMaxLabel: shares,
      },
      splitLine: { lineStyle: { color: colour('--hair') } },
    },
    tooltip: tooltip((i) => {
      const point = chart.points[i]
      return point ? `${chart.day(point.at)}: ${point.label}` : ''
    }),
    series: [driftSeries(chart)],
  }))
}

export interface IntervalRow {
  readonly name: string
  /** Shares, 0..1. */
  readonly share: number
  readonly low: number
  readonly high: number
}

/** Shares with their intervals, one row each: the share a dot in ink, the interval a hairline. */
export function intervalChart(
  element: HTMLElement,
  rows: readonly IntervalRow[],
  words: (row: IntervalRow) => string,
): () => void {
  const percent = (share: number) => `${Math.round(share * 100)} %`
  return keepDrawn(element, () => ({
    animation: false,
    grid: { left: 180, right: 24, top: 10, bottom: 30 },
    xAxis: {
      type: 'value',
      min: 0,
      max: 1,
      interval: 0.5,
      axisLabel: { ...inkText(), color: colour('--quiet'), formatter: percent },
      splitLine: { lineStyle: { color: colour('--hair') } },
    },
    yAxis: {
      type: 'category',
      inverse: true,
      data: rows.map((r) => r.name),
      axisTick: { show: false },
      axisLine: { show: false },
      axisLabel: { ...inkText(), width: 170, overflow: 'break', lineHeight: 15 },
    },
    tooltip: {
      ...tooltip(() => ''),
      trigger: 'item',
      formatter: (item: { dataIndex: number }) =>
        rows[item.dataIndex] ? words(rows[item.dataIndex] as IntervalRow) : '',
    },
    series: [
      {
        type: 'custom',
        data: rows.map((r, i) => [r.share, i, r.low, r.high]),
        encode: { x: 0, y: 1 },
        renderItem: (
          _: unknown,
          api: { value: (i: number) => number; coord: (at: readonly [number, number]) => [number, number] },
        ) => {
          const row = api.value(1)
          const [low, y] = api.coord([api.value(2), row])
          const [high] = api.coord([api.value(3), row])
          const [at] = api.coord([api.value(0), row])
          const line = (x1: number, y1: number, x2: number, y2: number) => ({
            type: 'line',
            shape: { x1, y1, x2, y2 },
            style: { stroke: colour('--line'), lineWidth: 2 },
          })
          return {
            type: 'group',
            children: [
              line(low, y, high, y),
              line(low, y - 5, low, y + 5),
              line(high, y - 5, high, y + 5),
              { type: 'circle', shape: { cx: at, cy: y, r: 5 }, style: { fill: colour('--ink') } },
            ],
          }
        },
      },
    ],
  }))
}
