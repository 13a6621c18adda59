import type { Type } from '@angular/core';
import type { Routes } from '@angular/router';
import type { Stage } from '@saddle/core/model';

const stage = (path: string, title: string, load: () => Promise<unknown>) => ({
  path,
  title: `${title} · Saddle`,
  loadComponent: load as never,
});

/** A stage of which the UK way has a page of its own; `us` loads the other. */
const byBook = (path: Stage, title: string, us: () => Promise<Type<unknown>>) => ({
  ...stage(path, title, () => import('../job/stage-by-book').then((m) => m.StageByBook)),
  data: { stage: path, us },
  // there before the page is shown, as every other page is
  resolve: { us },
});

export const routes: Routes = [
  { path: '', title: 'Jobs · Saddle', loadComponent: () => import('../jobs/jobs-page').then((m) => m.JobsPage) },
  { path: 'start', title: 'New job · Saddle', loadComponent: () => import('../start/start-page').then((m) => m.StartPage) },
  { path: 'sums', title: 'Pocket sums · Saddle', loadComponent: () => import('../pocket/pocket-page').then((m) => m.PocketPage) },
  { path: 'bench', title: 'Bench · Saddle', loadComponent: () => import('../bench/bench-page').then((m) => m.BenchPage) },
  { path: 'practice', title: 'Practice · Saddle', loadComponent: () => import('../practice/practice-page').then((m) => m.PracticePage) },
  { path: 'practice/:code', title: 'Practice · Saddle', loadComponent: () => import('../practice/task-page').then((m) => m.TaskPage) },
  { path: 'rules', title: 'Rules · Saddle', loadComponent: () => import('../rules/rules-page').then((m) => m.RulesPage) },
  { path: 'words', title: 'Words · Saddle', loadComponent: () => import('../words/words-page').then((m) => m.WordsPage) },
  { path: 'phone', title: 'On a phone · Saddle', loadComponent: () => import('../phone/phone-page').then((m) => m.PhonePage) },
  { path: 'exchange', title: 'Files · Saddle', loadComponent: () => import('../exchange/exchange-page').then((m) => m.ExchangePage) },
  {
    path: 'jobs/:id',
    loadComponent: () => import('../job/job-page').then((m) => m.JobPage),
    children: [
      byBook('need', 'Need', () => import('../stages/need-stage').then((m) => m.NeedStage)),
      byBook('survey', 'Survey', () => import('../stages/survey-stage').then((m) => m.SurveyStage)),
      byBook('feed', 'Feed', () => import('../stages/feed-stage').then((m) => m.FeedStage)),
      byBook('route', 'Route', () => import('../stages/route-stage').then((m) => m.RouteStage)),
      byBook('box', 'Box', () => import('../stages/box-stage').then((m) => m.BoxStage)),
      byBook('wire', 'Wire', () => import('../stages/wire-stage').then((m) => m.WireStage)),
      stage('buy', 'Buy', () => import('../stages/buy-stage').then((m) => m.BuyStage)),
      stage('when', 'When', () => import('../stages/when-stage').then((m) => m.WhenStage)),
      stage('work', 'Work', () => import('../stages/work-stage').then((m) => m.WorkStage)),
      stage('at-the-wall', 'At the wall', () => import('../work/at-wall-page').then((m) => m.AtWallPage)),
      stage('record', 'Record', () => import('../stages/record-stage').then((m) => m.RecordStage)),
      stage('versions', 'Versions', () => import('../document/versions-page').then((m) => m.VersionsPage)),
      { path: '', pathMatch: 'full', redirectTo: 'box' },
    ],
  },
  {
    path: 'houses/:id',
    loadComponent: () => import('../house/house-page').then((m) => m.HousePage),
    children: [
      { path: '', pathMatch: 'full', title: 'House · Saddle', loadComponent: () => import('../house/plan-view').then((m) => m.PlanView) },
      { path: 'plan', title: 'Rooms · Saddle', loadComponent: () => import('../house/plan-view').then((m) => m.PlanView) },
      {
        path: 'walls/:wallId/:face',
        title: 'Wall · Saddle',
        loadComponent: () => import('../house/wall-page').then((m) => m.WallPage),
      },
      {
        path: 'boxes/:boxId',
        title: 'Box · Saddle',
        loadComponent: () => import('../house/box-wiring-page').then((m) => m.BoxWiringPage),
      },
      stage('versions', 'Versions', () => import('../document/versions-page').then((m) => m.VersionsPage)),
      { path: 'history', title: 'History · Saddle', loadComponent: () => import('../house/history-page').then((m) => m.HistoryPage) },
      stage('file', 'House file', () => import('../record/house-file-page').then((m) => m.HouseFilePage)),
      stage('photos', 'Photos', () => import('../photos/photos-page').then((m) => m.PhotosPage)),
      stage('photos/:photoId', 'Photo', () => import('../photos/photo-page').then((m) => m.PhotoPage)),
      { path: 'buy', title: 'To buy · Saddle', loadComponent: () => import('../house/buy-page').then((m) => m.HouseBuyPage) },
      { path: 'when', title: 'When · Saddle', loadComponent: () => import('../house/when-page').then((m) => m.HouseWhenPage) },
      { path: 'on-hand', title: 'On hand · Saddle', loadComponent: () => import('../house/on-hand-page').then((m) => m.OnHandPage) },
      { path: 'prices', title: 'Prices · Saddle', loadComponent: () => import('../house/prices-page').then((m) => m.PricesPage) },
      { path: 'rules', title: 'Rules · Saddle', loadComponent: () => import('../rules/rules-page').then((m) => m.RulesPage) },
      { path: 'panel', title: 'Panel · Saddle', loadComponent: () => import('../panel/panel-page').then((m) => m.PanelPage) },
      stage('circuits', 'Circuits', () => import('../finals/circuits-page').then((m) => m.CircuitsPage)),
      stage('circuits/rules', 'Rules', () => import('../finals/final-rules-page').then((m) => m.FinalRulesPage)),
      stage('circuits/:finalId', 'Circuit', () => import('../finals/final-page').then((m) => m.FinalPage)),
      stage('circuits/:finalId/bench', 'Bench', () => import('../finals/bench-page').then((m) => m.FinalBenchPage)),
      stage('circuits/:finalId/tests', 'Tests', () => import('../finals/tests-page').then((m) => m.TestsPage)),
      {
        path: 'rooms/:roomId',
        title: 'Room · Saddle',
        loadComponent: () => import('../house/room-page').then((m) => m.RoomPage),
      },
    ],
  },
  { path: '**', redirectTo: '' },
];
