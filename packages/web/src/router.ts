// Addresses of the app.
import { createRouter, createWebHistory } from 'vue-router';
import HomeView from './views/HomeView.vue';

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'home', component: HomeView, meta: { title: 'Your plans' } },
    { path: '/start', name: 'start', component: () => import('./views/StartView.vue'), meta: { title: 'Quick start' } },
    {
      path: '/plan/:id/:step(water|need|store|walk|stand|pipe|outlets)?',
      name: 'plan',
      component: () => import('./views/PlanView.vue'),
      props: true,
    },
    {
      path: '/:rest(.*)*',
      name: 'lost',
      component: () => import('./views/LostView.vue'),
      meta: { title: 'Nothing here' },
    },
  ],
});

router.afterEach((to) => {
  document.title = to.meta.title ? `${String(to.meta.title)} · Vernal Slope` : 'Vernal Slope';
});
