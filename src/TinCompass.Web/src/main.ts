import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/atkinson-hyperlegible-mono';
import 'element-plus/theme-chalk/base.css';
import 'element-plus/theme-chalk/el-overlay.css';
import 'element-plus/theme-chalk/el-dialog.css';
import 'element-plus/theme-chalk/el-pagination.css';
import './shared/tokens.css';
import './shared/base.css';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import { createRouter, createWebHistory } from 'vue-router';
import App from './App.vue';
import DeskView from './desk/DeskView.vue';
import { watchLeaving } from './shared/leaving';
import { addStages } from './stages';

addStages();

/** True from the second visit on. */
function hasBeenHere(): boolean {
  const been = localStorage.getItem('tin-compass.been-here') !== null;
  localStorage.setItem('tin-compass.been-here', 'yes');
  return been;
}

const router = createRouter({
  history: createWebHistory(),
  routes: [
    // Whoever comes for the first time sees what this is: a position planned. Whoever returns sees what is due.
    { path: '/', redirect: () => (hasBeenHere() ? '/today' : '/desk') },
    {
      path: '/today',
      name: 'today',
      component: () => import('./features/practice/TodayView.vue'),
      meta: { title: 'Today' },
    },
    {
      path: '/drill',
      name: 'drill',
      component: () => import('./features/practice/DrillView.vue'),
      meta: { title: 'Drill' },
    },
    {
      path: '/record',
      name: 'record',
      component: () => import('./features/practice/RecordView.vue'),
      meta: { title: 'Record' },
    },
    { path: '/desk', name: 'desk', component: DeskView, meta: { title: 'Desk' } },
    {
      path: '/casebook/:stage?',
      name: 'casebook',
      component: () => import('./features/casebook/BookView.vue'),
      meta: { title: 'Casebook' },
    },
    {
      path: '/casebook/:stage/:id',
      name: 'case',
      component: () => import('./features/casebook/CaseView.vue'),
      meta: { title: 'Case' },
    },
    {
      path: '/cycles',
      name: 'cycles',
      component: () => import('./features/cycles/CyclesView.vue'),
      meta: { title: 'Cycles of three' },
    },
    {
      path: '/cycles/cube',
      name: 'cube-by-cycles',
      component: () => import('./features/schools/CubeCyclesView.vue'),
      meta: { title: 'A cube by cycles of three' },
    },
    {
      path: '/bigger',
      name: 'bigger',
      component: () => import('./features/bigCubes/BigView.vue'),
      meta: { title: 'Bigger cubes' },
    },
    // Addresses of an older version.
    { path: '/edges-first', redirect: (to) => ({ name: 'desk', query: { ...to.query, method: 'edges' } }) },
    { path: '/block-first', redirect: (to) => ({ name: 'desk', query: { ...to.query, method: 'blocks' } }) },
    { path: '/plan', redirect: (to) => ({ name: 'desk', query: to.query }) },
    { path: '/course', redirect: (to) => ({ name: 'desk', query: { stop: '1', ...to.query } }) },
    { path: '/endings', redirect: '/casebook/cross' },
    { path: '/cases', redirect: '/casebook/f2l' },
    {
      path: '/cases/:id',
      redirect: (to) => ({ name: 'case', params: { stage: 'f2l', id: to.params['id'] as string } }),
    },
    {
      path: '/timer',
      name: 'timer',
      component: () => import('./features/timer/TimerView.vue'),
      meta: { title: 'Timer' },
    },
    {
      path: '/hands',
      name: 'hands',
      component: () => import('./features/hands/HandsView.vue'),
      meta: { title: 'Your hands' },
    },
    {
      path: '/timer/spent',
      name: 'spent',
      component: () => import('./features/timer/SpentView.vue'),
      meta: { title: 'Where the time goes' },
    },
    {
      path: '/solve/:id(\\d+)',
      name: 'solve',
      component: () => import('./features/timer/ReviewView.vue'),
      meta: { title: 'Review' },
    },
    { path: '/log', name: 'log', component: () => import('./features/log/LogView.vue'), meta: { title: 'Log' } },
    {
      path: '/sheet',
      name: 'sheet',
      component: () => import('./features/practice/SheetView.vue'),
      meta: { title: 'Sheet' },
    },
    {
      path: '/data',
      name: 'data',
      component: () => import('./features/exchange/DataView.vue'),
      meta: { title: 'Your data' },
    },
    {
      path: '/club',
      name: 'club',
      component: () => import('./features/club/ClubView.vue'),
      meta: { title: 'Club' },
    },
    {
      path: '/habits',
      name: 'habits',
      component: () => import('./features/habits/HabitsView.vue'),
      meta: { title: 'Habits' },
    },
    { path: '/:rest(.*)', redirect: '/desk' },
  ],
});
watchLeaving(router);
router.afterEach((to) => {
  document.title = `${String(to.meta['title'] ?? 'Desk')} · Tin Compass`;
});

createApp(App).use(createPinia()).use(router).mount('#app');
