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

const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/plan' },
    { path: '/plan', name: 'plan', component: PlanView, meta: { title: 'Plan' } },
    { path: '/log', name: 'log', component: () => import('./features/log/LogView.vue'), meta: { title: 'Log' } },
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
