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
import PlanView from './features/plan/PlanView.vue';

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
    { path: '/', redirect: () => (hasBeenHere() ? '/today' : '/plan') },
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
    {
      path: '/endings',
      name: 'endings',
      component: () => import('./features/practice/EndingsView.vue'),
      meta: { title: 'Endings' },
    },
    { path: '/plan', name: 'plan', component: PlanView, meta: { title: 'Plan' } },
    {
      path: '/course',
      name: 'course',
      component: () => import('./features/pairs/CourseView.vue'),
      meta: { title: 'Pairs' },
    },
    {
      path: '/cases',
      name: 'cases',
      component: () => import('./features/pairs/CasesView.vue'),
      meta: { title: 'Cases' },
    },
    {
      path: '/cases/:id',
      name: 'case',
      component: () => import('./features/pairs/CaseView.vue'),
      meta: { title: 'Case' },
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
      path: '/habits',
      name: 'habits',
      component: () => import('./features/habits/HabitsView.vue'),
      meta: { title: 'Habits' },
    },
    { path: '/:rest(.*)', redirect: '/plan' },
  ],
});
router.afterEach((to) => {
  document.title = `${String(to.meta['title'] ?? 'Plan')} · Tin Compass`;
});

createApp(App).use(createPinia()).use(router).mount('#app');
