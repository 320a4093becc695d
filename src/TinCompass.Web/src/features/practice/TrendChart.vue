<script setup lang="ts">
import { LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { onBeforeUnmount, onMounted, useTemplateRef, watch } from 'vue';
import type { PracticeRecord } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';
import { seconds } from '@/shared/text';

/** Times one after the other, with the averages of 5 and 12. Wrong answers leave a gap. */
const props = defineProps<{ trend: PracticeRecord['trend'] }>();
const preferences = usePreferences();
const box = useTemplateRef('box');
let chart: echarts.ECharts | null = null;
let watcher: ResizeObserver | null = null;

echarts.use([LineChart, ScatterChart, GridComponent, TooltipComponent, LegendComponent, SVGRenderer]);

function css(name: string): string {
  return getComputedStyle(document.documentElement).getPropertyValue(name).trim();
}

function draw() {
  const soft = css('--ink-soft');
  const at = (ms: number | null | undefined) => (ms === null || ms === undefined ? null : ms / 1000);
  chart?.setOption(
    {
      animation: false,
      textStyle: { fontFamily: css('--sans'), color: soft },
      grid: { left: 44, right: 12, top: 30, bottom: 26 },
      legend: { top: 0, textStyle: { color: soft } },
      tooltip: { trigger: 'axis', valueFormatter: (v: unknown) => seconds(typeof v === 'number' ? v * 1000 : null) },
      xAxis: { type: 'category', data: props.trend.map((_, i) => i + 1), axisLine: { lineStyle: { color: soft } } },
      yAxis: {
        type: 'value',
        axisLabel: { formatter: '{value} s' },
        splitLine: { lineStyle: { color: css('--hairline') } },
      },
      series: [
        {
          name: 'times',
          type: 'scatter',
          symbolSize: 5,
          itemStyle: { color: soft },
          data: props.trend.map((p) => at(p.ms)),
        },
        {
          name: 'average of 5',
          type: 'line',
          showSymbol: false,
          lineStyle: { width: 2 },
          color: css('--needle'),
          data: props.trend.map((p) => at(p.of5)),
        },
        {
          name: 'average of 12',
          type: 'line',
          showSymbol: false,
          lineStyle: { width: 2, type: 'dashed' },
          color: css('--verdigris'),
          data: props.trend.map((p) => at(p.of12)),
        },
      ],
    },
    true,
  );
}

onMounted(() => {
  chart = echarts.init(box.value!, null, { renderer: 'svg' });
  watcher = new ResizeObserver(() => chart?.resize());
  watcher.observe(box.value!);
  draw();
});
onBeforeUnmount(() => {
  watcher?.disconnect();
  chart?.dispose();
});
watch([() => props.trend, () => preferences.isDark], () => requestAnimationFrame(draw));
</script>

<template>
  <div ref="box" class="chart" role="img" aria-label="Times and averages; the table below has the same figures" />
</template>

<style scoped>
.chart {
  width: 100%;
  height: 230px;
}
</style>
