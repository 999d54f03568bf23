/** Charts by ECharts, drawn in the look's own lines: one series in ink, the rest hairlines, labels on the line. Loaded when a chart is shown. */
import { LineChart } from 'echarts/charts'
import { GridComponent, TooltipComponent } from 'echarts/components'
import { init, use as register } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'

register([LineChart, GridComponent, TooltipComponent, SVGRenderer])

export interface StepPoint {
  readonly at: string
  readonly value: number
  readonly label: string
}

const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()

/** A stepped line over levels, the first level at the top. Answers how to take it away. */
export function stepChart(
  element: HTMLElement,
  chart: { readonly points: readonly StepPoint[]; readonly levels: readonly number[]; readonly levelWords: (level: number) => string; readonly day: (at: string) => string },
): () => void {
  const instance = init(element, undefined, { renderer: 'svg' })
  const draw = () => {
    const text = { color: colour('--ink'), fontFamily: 'Atkinson Hyperlegible Next Variable', fontSize: 13 }
    instance.setOption({
      animation: false,
      grid: { left: 118, right: 30, top: 26, bottom: 30 },
      xAxis: {
        type: 'time',
        axisLine: { lineStyle: { color: colour('--line') } },
        axisLabel: { ...text, color: colour('--quiet'), hideOverlap: true },
        splitLine: { show: false },
      },
      yAxis: {
        type: 'value',
        inverse: true,
        min: chart.levels[0],
        max: chart.levels.at(-1),
        interval: 1,
        axisLabel: { ...text, formatter: chart.levelWords },
        splitLine: { lineStyle: { color: colour('--hair') } },
      },
      tooltip: {
        trigger: 'axis',
        backgroundColor: colour('--sheet'),
        borderColor: colour('--line'),
        textStyle: text,
        formatter: (items: unknown) => {
          const point = chart.points[(items as { dataIndex: number }[])[0]?.dataIndex ?? 0]
          return point ? `${chart.day(point.at)}: ${chart.levelWords(point.value)}` : ''
        },
      },
      series: [
        {
          type: 'line',
          step: 'end',
          symbol: 'rect',
          symbolSize: 9,
          lineStyle: { color: colour('--ink'), width: 2 },
          itemStyle: { color: colour('--ink') },
          label: { show: true, position: 'top', formatter: (item: { dataIndex: number }) => chart.points[item.dataIndex]?.label ?? '', ...text },
          labelLayout: { hideOverlap: true },
          data: chart.points.map((p, i) => ({ value: [p.at, p.value], symbol: i === chart.points.length - 1 ? 'none' : 'rect' })),
        },
      ],
    })
  }
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
