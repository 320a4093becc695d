<script setup lang="ts">
import { useDesk } from '@/desk/deskStore';
import { primes } from '@/shared/text';
import { useCross } from '../cross/crossStore';
import PlanFigures from '../cross/PlanFigures.vue';
import { useXCross } from './xcrossStore';

/** The plans of the pair that is shown with the cross. */
const desk = useDesk();
const cross = useCross();
const xcross = useXCross();
</script>

<template>
  <section v-if="xcross.shown">
    <h3 class="list-head">
      with {{ xcross.shown.slot }}
      <span class="over good">{{ xcross.shown.length }} HTM</span>
    </h3>
    <ul>
      <li v-for="p in xcross.shown.plans" :key="p.text">
        <button
          type="button"
          class="row"
          :aria-current="p.text === cross.chosen ? 'true' : undefined"
          @click="xcross.choose(xcross.shown, p.text)"
        >
          <span class="sequence">{{ primes(desk.named(p.text)) }}</span>
          <PlanFigures :length="xcross.shown.length" :time="p.time" :regrips="p.regrips" :foresight="p.foresight" />
        </button>
      </li>
    </ul>
    <p v-if="xcross.shown.count > xcross.shown.plans.length" class="soft more">
      {{ xcross.shown.count - xcross.shown.plans.length }} more like these
    </p>
    <p v-if="xcross.shown.isCut" class="soft more">
      The search was stopped: there may be more, or {{ xcross.shown.length }} may not be enough.
    </p>
  </section>
</template>
