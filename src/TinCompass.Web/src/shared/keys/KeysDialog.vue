<script setup lang="ts">
import { ElDialog } from 'element-plus';
import { keyGroups } from './useKeys';

const open = defineModel<boolean>({ required: true });
</script>

<template>
  <ElDialog v-model="open" title="Keys" width="min(680px, 94vw)" align-center>
    <div class="groups">
      <section v-for="group in keyGroups" :key="group.title">
        <h2>{{ group.title }}</h2>
        <dl>
          <div v-for="binding in group.bindings" :key="binding.shown">
            <dt>
              <span class="key">{{ binding.shown }}</span>
            </dt>
            <dd>{{ binding.does }}</dd>
          </div>
          <div v-if="group.title === 'Everywhere'">
            <dt><span class="key">Esc</span></dt>
            <dd>leaves a field, closes this list</dd>
          </div>
        </dl>
      </section>
    </div>
  </ElDialog>
</template>

<style scoped>
.groups {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(260px, 1fr));
  gap: 20px 32px;
}

h2 {
  margin-bottom: 8px;
}

dl {
  margin: 0;
}

dl div {
  display: flex;
  gap: 12px;
  align-items: baseline;
  padding: 3px 0;
}

dt {
  min-width: 58px;
}

dd {
  margin: 0;
}
</style>
