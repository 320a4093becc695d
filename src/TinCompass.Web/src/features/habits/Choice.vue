<script setup lang="ts" generic="T extends string | number | boolean">
/** One of a few: a row of knobs, what the chosen one means beside it. */
defineProps<{ label: string; options: readonly { value: T; title: string; what?: string }[]; value: T }>();
const emit = defineEmits<{ choose: [value: T] }>();
</script>

<template>
  <div class="choice" role="group" :aria-label="label">
    <span class="label">{{ label }}</span>
    <div class="options">
      <button
        v-for="option in options"
        :key="String(option.value)"
        type="button"
        class="knob"
        :aria-pressed="option.value === value"
        @click="emit('choose', option.value)"
      >
        {{ option.title }}
      </button>
    </div>
    <span v-if="options.find((o) => o.value === value)?.what" class="soft">{{
      options.find((o) => o.value === value)?.what
    }}</span>
  </div>
</template>

<style scoped>
.choice {
  display: grid;
  gap: 3px;
}

.label {
  font-weight: 600;
}

.options {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.soft {
  font-size: 14px;
}
</style>
