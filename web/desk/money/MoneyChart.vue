<script setup lang="ts">
/** A chart of a table, in the house's ink; levels are told apart by their filling and not by colour alone. */
import { BarController, BarElement, CategoryScale, Chart, Legend, LinearScale, Tooltip } from 'chart.js';
import { onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { useTheme } from 'vuetify';
import type { MoneyTable } from '../../../contract';
import { reader } from '../base/reader';
import { deskMoneySays } from './money.sentences';

Chart.register(BarController, BarElement, CategoryScale, Legend, LinearScale, Tooltip);

const says = deskMoneySays(reader);
const props = defineProps<{ title: string; chart: MoneyTable['chart'] }>();
const canvas = ref<HTMLCanvasElement | null>(null);
const theme = useTheme();
let drawn: Chart | null = null;

/** Fillings that a print in grey and an eye that sees no red tell apart. */
function filling(kind: number, ink: string, paper: string): string | CanvasPattern {
  if (kind % 4 === 0) return ink;
  const tile = document.createElement('canvas');
  tile.width = tile.height = 6;
  const draw = tile.getContext('2d')!;
  draw.fillStyle = paper;
  draw.fillRect(0, 0, 6, 6);
  draw.strokeStyle = ink;
  draw.lineWidth = 1.4;
  draw.beginPath();
  if (kind % 4 === 1) {
    draw.moveTo(-1, 5);
    draw.lineTo(5, -1);
    draw.moveTo(2, 8);
    draw.lineTo(8, 2);
  } else if (kind % 4 === 3) {
    draw.moveTo(0, 3);
    draw.lineTo(6, 3);
  }
  draw.stroke();
  return draw.createPattern(tile, 'repeat') ?? ink;
}

function draw(): void {
  drawn?.destroy();
  if (!canvas.value) return;
  const style = getComputedStyle(canvas.value);
  const ink = style.color;
  const paper = getComputedStyle(document.body).backgroundColor;
  const { rows, columns, currency } = props.chart;
  const written = new Intl.NumberFormat(
    reader.locale,
    currency === null
      ? { maximumFractionDigits: 0 }
      : { style: 'currency', currency, trailingZeroDisplay: 'stripIfInteger' },
  );
  const font = { family: style.fontFamily, size: 13 };
  drawn = new Chart(canvas.value, {
    type: 'bar',
    data: {
      labels: columns,
      datasets: rows.map((row, at) => ({
        label: row.label,
        data: row.values,
        backgroundColor: filling(at, ink, paper) as never,
        borderColor: ink,
        borderWidth: 1,
        borderSkipped: false as const,
        maxBarThickness: 34,
      })),
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      plugins: {
        legend: {
          display: rows.length > 1,
          position: 'bottom',
          align: 'start',
          labels: { color: ink, font, boxWidth: 16, boxHeight: 12 },
        },
        tooltip: {
          callbacks: { label: ({ dataset, raw }) => `${dataset.label ?? ''}: ${written.format(Number(raw))}` },
        },
      },
      scales: {
        x: { stacked: true, grid: { display: false }, border: { color: ink }, ticks: { color: ink, font } },
        y: {
          stacked: true,
          border: { display: false },
          ticks: { color: ink, font, maxTicksLimit: 4, callback: (value) => written.format(Number(value)) },
        },
      },
    },
  });
}
onMounted(draw);
watch([() => props.chart, () => theme.global.name.value], draw);
onBeforeUnmount(() => drawn?.destroy());
</script>

<template>
  <div class="figures__chart">
    <canvas ref="canvas" role="img" :aria-label="says.chartOf({ title })"></canvas>
  </div>
</template>
