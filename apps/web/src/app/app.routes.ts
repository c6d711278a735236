import type { Routes } from '@angular/router';

export const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'brief' },
  {
    path: 'brief',
    title: 'Brief · Squallmark',
    loadComponent: () => import('./stations/brief/brief').then((m) => m.Brief),
  },
  { path: 'loom', title: 'Loom · Squallmark', loadComponent: () => import('./stations/loom/loom').then((m) => m.Loom) },
  {
    path: 'channels',
    title: 'Channels · Squallmark',
    loadComponent: () => import('./stations/channels/channels').then((m) => m.Channels),
  },
  {
    path: 'rails',
    title: 'Rails · Squallmark',
    loadComponent: () => import('./stations/rails/rails').then((m) => m.RailsStation),
  },
  { path: 'wake', title: 'Wake · Squallmark', loadComponent: () => import('./stations/wake/wake').then((m) => m.Wake) },
  {
    path: 'prove',
    title: 'Prove · Squallmark',
    loadComponent: () => import('./stations/prove/prove').then((m) => m.Prove),
  },
  { path: 'log', title: 'Log · Squallmark', loadComponent: () => import('./stations/log/log').then((m) => m.Log) },
  {
    path: 'shelf',
    title: 'Shelf · Squallmark',
    loadComponent: () => import('./rooms/shelf/shelf').then((m) => m.ShelfRoom),
  },
  { path: '**', redirectTo: 'brief' },
];
