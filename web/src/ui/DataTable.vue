<script setup lang="ts" generic="Row">
import { computed, ref } from 'vue'

/** A column: what it is called, and what it is sorted by where that says something. */
export interface Column<Row> {
  key: string
  title: string
  sort?: (row: Row) => number | string
  /** figures, aligned at their ends */
  number?: boolean
}
/**
 * Rows to be read and sorted: a native table with a name, headers that are buttons, the first column naming its row, acts that show
 * on the row one is at; on a narrow phone each row is a card.
 * @param memo what a row's look hangs on beside the row itself, so that the others are left alone when one changes
 */
const props = defineProps<{
  caption: string
  columns: readonly Column<Row>[]
  rows: readonly Row[]
  rowKey: (row: Row) => string
  first?: { key: string; down?: boolean }
  /** the row in hand */
  current?: string
  memo?: (row: Row) => unknown[]
}>()
const slots = defineSlots<{
  cell(p: { row: Row; column: string }): unknown
  acts?(p: { row: Row }): unknown
  more?(p: { row: Row }): unknown
}>()
const PAGE = 50

const by = ref(props.first)
const shown = ref(PAGE)
const open = ref(new Set<string>())
const letters = new Intl.Collator()
const sorted = computed(() => {
  const sort = props.columns.find((c) => c.key === by.value?.key)?.sort
  if (!sort) return props.rows
  const way = by.value?.down ? -1 : 1
  return props.rows
    .map((row) => ({ row, at: sort(row) }))
    .sort((a, b) => way * (typeof a.at === 'string' ? letters.compare(a.at, String(b.at)) : a.at - Number(b.at)))
    .map((r) => r.row)
})
const seen = computed(() => sorted.value.slice(0, shown.value))
function turn(key: string) {
  by.value = by.value?.key === key ? { key, down: !by.value.down } : { key }
}
function toggle(id: string) {
  const next = new Set(open.value)
  if (!next.delete(id)) next.add(id)
  open.value = next
}
const sortOf = (key: string) => (by.value?.key !== key ? undefined : by.value.down ? 'descending' : 'ascending')
</script>

<template>
  <div class="scroll">
    <table class="data cards">
      <caption class="sr">
        {{
          caption
        }}
      </caption>
      <thead>
        <tr>
          <th v-for="c in columns" :key="c.key" scope="col" :class="{ number: c.number }" :aria-sort="sortOf(c.key)">
            <button v-if="c.sort" @click="turn(c.key)">
              {{ c.title }}<span aria-hidden="true" class="way">{{ by?.key === c.key ? (by.down ? '▾' : '▴') : '' }}</span>
            </button>
            <template v-else>{{ c.title }}</template>
          </th>
          <th v-if="slots.acts || slots.more" scope="col"><span class="sr">What can be done with it</span></th>
        </tr>
      </thead>
      <tbody
        v-for="row in seen"
        :key="rowKey(row)"
        v-memo="[row, columns, current === rowKey(row), open.has(rowKey(row)), ...(memo?.(row) ?? [{}])]"
      >
        <tr :class="{ on: current === rowKey(row) }">
          <template v-for="(c, i) in columns" :key="c.key">
            <th v-if="i === 0" scope="row"><slot name="cell" :row="row" :column="c.key" /></th>
            <td v-else :class="{ number: c.number }" :data-title="c.title"><slot name="cell" :row="row" :column="c.key" /></td>
          </template>
          <td v-if="slots.acts || slots.more" class="row-acts">
            <slot name="acts" :row="row" />
            <button v-if="slots.more" class="act plain" :aria-expanded="open.has(rowKey(row))" @click="toggle(rowKey(row))">
              {{ open.has(rowKey(row)) ? 'Less' : 'More' }}
            </button>
          </td>
        </tr>
        <tr v-if="slots.more && open.has(rowKey(row))" class="rest">
          <td :colspan="columns.length + 1"><slot name="more" :row="row" /></td>
        </tr>
      </tbody>
    </table>
  </div>
  <p v-if="shown < rows.length" class="on">
    <button class="act" @click="shown += PAGE">{{ Math.min(PAGE, rows.length - shown) }} more</button>
    <span class="soft">of {{ rows.length }}</span>
  </p>
</template>

<style scoped>
.data {
  border-collapse: collapse;
  width: 100%;
}
th,
td {
  text-align: left;
  padding: 7px 14px 7px 0;
  vertical-align: baseline;
}
tbody {
  border-bottom: 1px solid var(--faint);
}
tbody tr:first-child:hover {
  background: var(--sheet);
}
thead th {
  font-weight: 400;
  color: var(--soft);
  border-bottom: 2px solid var(--ink);
  white-space: nowrap;
}
thead button {
  color: inherit;
}
thead button:hover {
  text-decoration: underline;
}
.way {
  margin-left: 4px;
}
tbody th {
  font-weight: 600;
}
tr.on th {
  box-shadow: inset 3px 0 0 var(--ink);
  padding-left: 10px;
}
.number {
  text-align: right;
  font-family: var(--mono);
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
}
thead .number {
  font-family: inherit;
}
.row-acts {
  white-space: nowrap;
  text-align: right;
  padding-right: 0;
}
.row-acts :deep(.act) {
  min-height: 26px;
}
.rest td {
  padding: 0 0 10px 14px;
}
.on {
  margin-top: 8px;
}
@media (min-width: 1100px) {
  tbody th,
  td:not(.rest td) {
    white-space: nowrap;
  }
  td:nth-last-child(2) {
    white-space: normal;
  }
}
/* with a pointer, acts lie over the end of the row one is at, and take no room from the others */
@media (hover: hover) and (min-width: 761px) {
  tbody tr {
    position: relative;
  }
  .row-acts {
    position: absolute;
    right: 0;
    top: 0;
    bottom: 0;
    display: flex;
    align-items: center;
    padding: 0 6px 0 12px;
    background: var(--sheet);
  }
  tr:not(:hover, :focus-within) .row-acts {
    opacity: 0;
  }
}
</style>
