import { createRouter, createWebHistory } from 'vue-router'
import Bench from '../places/bench/Bench.vue'
import { useTrouble } from '../store/trouble'
import { warm } from './warm'

/** On a wide screen the work scrolls and not the page; where it stood is found again on the way back. */
const stood = new Map<string, number>()
const work = () => document.getElementById('place')

export const router = createRouter({
  history: createWebHistory(),
  scrollBehavior(to, from, saved) {
    if (to.path === from.path) return
    // what is asynchronous stands a moment later
    requestAnimationFrame(() => work()?.scrollTo(0, saved ? (stood.get(to.path) ?? 0) : 0))
    return saved ?? { top: 0 }
  },
  routes: [
    { path: '/', name: 'Bench', component: Bench },
    { path: '/pattern', name: 'Pattern', component: () => import('../places/pattern/Pattern.vue') },
    { path: '/joints', name: 'Joints', component: () => import('../places/joints/Joints.vue') },
    { path: '/listen', name: 'Listen', component: () => import('../places/listen/Listen.vue') },
    { path: '/run', name: 'Run', component: () => import('../places/run/Run.vue') },
    { path: '/pick/:code', name: 'Pick up', component: () => import('../places/run/Run.vue'), props: true },
    { path: '/trials/:id?', name: 'Trials', component: () => import('../places/trials/Trials.vue'), props: true },
    { path: '/remedy', name: 'Remedy', component: () => import('../places/remedy/Remedy.vue') },
    { path: '/practice/:shape?', name: 'Practice', component: () => import('../places/practice/Practice.vue'), props: true },
    { path: '/week', name: 'Week', component: () => import('../places/week/Week.vue') },
    { path: '/jobs', name: 'Jobs', component: () => import('../places/jobs/Jobs.vue') },
    { path: '/log', name: 'Log', component: () => import('../places/log/Log.vue') },
    { path: '/drawer/:part(kit|order)?', name: 'Drawer', component: () => import('../places/drawer/Drawer.vue'), props: true },
    { path: '/saws/:part(worth)?', name: 'Saws', component: () => import('../places/saws/Saws.vue'), props: true },
    { path: '/chart', name: 'Wall chart', component: () => import('../places/chart/WallChart.vue') },
    { path: '/settings', name: 'Settings', component: () => import('../places/settings/Settings.vue') },
    { path: '/welcome', name: 'Welcome', component: () => import('../places/welcome/Welcome.vue') },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
})
/** Places that show the job's answer: it is calculated a step at a time before the first of them is drawn. */
const ANSWERS = new Set(['Bench', 'Pattern', 'Joints', 'Listen', 'Run', 'Pick up', 'Jobs', 'Remedy', 'Practice'])
router.beforeResolve(async (to) => {
  if (ANSWERS.has(String(to.name))) await warm()
})
router.beforeEach((_, from) => {
  stood.set(from.path, work()?.scrollTop ?? 0)
})
// its file went with an update, or the server is off and it was never opened: saying so is better than a dead press
router.onError((error, to) => {
  if (!/import|fetch|load|module/i.test(String(error))) return useTrouble().report(error)
  useTrouble().say(
    `${String(to.name)} could not be opened: its part of the app is not here any more, or the server is off. Reload the page; everything saved stays.`,
  )
})
router.afterEach((to) => {
  document.title = to.name === 'Bench' ? 'Green Pitch' : `${String(to.name)}, Green Pitch`
})
