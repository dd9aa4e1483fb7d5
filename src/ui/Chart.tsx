import { useTheme } from 'next-themes'
import ReactApexChart from 'react-apexcharts'
import type { ApexOptions } from 'apexcharts'

/** A chart in the colours of the theme, with what it shows in words for who does not see it. */
export function Chart({
  description,
  height,
  type,
  series,
  options,
}: {
  readonly description: string
  readonly height: number
  readonly type: 'bar' | 'scatter' | 'line'
  readonly series: ApexOptions['series']
  readonly options: ApexOptions
}) {
  const { resolvedTheme } = useTheme()
  const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim()
  const ink = colour('soft')
  const base: ApexOptions = {
    chart: {
      animations: { enabled: false },
      toolbar: { show: false },
      zoom: { enabled: false },
      fontFamily: 'inherit',
      background: 'transparent',
      ...options.chart,
    },
    theme: { mode: resolvedTheme === 'dark' ? 'dark' : 'light' },
    dataLabels: { enabled: false },
    legend: { show: false },
    grid: { borderColor: colour('line') },
    colors: [colour('reduce'), colour('expand')],
    tooltip: { enabled: false },
  }
  const labels = { style: { colors: ink, fontSize: '11px' } }
  const withLabels = (axis: ApexOptions['xaxis']) => ({ ...axis, labels: { ...labels, ...axis?.labels } })
  const yaxis = Array.isArray(options.yaxis) ? options.yaxis[0] : options.yaxis
  return (
    <figure aria-label={description}>
      <ReactApexChart
        key={resolvedTheme}
        type={type}
        height={height}
        series={series}
        options={{
          ...base,
          ...options,
          chart: base.chart,
          xaxis: withLabels(options.xaxis),
          yaxis: { ...yaxis, labels: { ...labels, ...yaxis?.labels } },
        }}
      />
    </figure>
  )
}
