<script setup lang="ts">
import { useNotices } from './notices';

const notices = useNotices();
</script>

<template>
  <div class="foot" role="status" aria-live="polite">
    <div v-if="notices.notice" class="notice" data-test="notice">
      <span>{{ notices.notice.text }}</span>
      <button v-if="notices.notice.action" type="button" class="knob main" @click="notices.act()">
        {{ notices.notice.action }}
      </button>
      <button type="button" class="knob" @click="notices.dismiss()">Close</button>
    </div>
  </div>
</template>

<style scoped>
.foot {
  position: fixed;
  right: 0;
  bottom: 12px;
  left: 0;
  z-index: 20;
  display: flex;
  justify-content: center;
  pointer-events: none;
}

.notice {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  max-width: min(720px, 94vw);
  padding: 10px 14px;
  border: 1px solid var(--hairline);
  border-left: 4px solid var(--needle);
  border-radius: 6px;
  background: var(--enamel);
  box-shadow: 0 4px 18px rgb(0 0 0 / 20%);
  pointer-events: auto;
}
</style>
