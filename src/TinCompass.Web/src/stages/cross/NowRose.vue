<script setup lang="ts">
import { computed } from 'vue';
import { useDesk } from '@/desk/deskStore';
import { useCross } from './crossStore';
import Rose from './Rose.vue';

/** The rose of the cross as it stands after the turns that are shown. */
const desk = useDesk();
const cross = useCross();
const moment = computed(() => cross.shown?.moments[desk.turn] ?? cross.shown?.moments[0]);
</script>

<template>
  <Rose v-if="moment" :color="desk.color" :edges="moment.edges" :center="String(moment.remaining)" />
</template>
