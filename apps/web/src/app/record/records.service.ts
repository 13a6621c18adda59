import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { ImportRow } from '@saddle/core/exchange';
import type { KeptEntry, KeptPhoto, LogBatch, Photo } from '@saddle/core/model';
import type { Observable } from 'rxjs';

const BASE = '/api/v1';
const id = encodeURIComponent;

export interface BackupLine {
  name: string;
  at: string;
  bytes: number;
  why?: string;
}
export interface ArchiveReport {
  written: boolean;
  rows: ImportRow[];
  refusedMore: number;
  log: number;
  photos: number;
  photosRefused: string[];
}
export const pictureAddress = (photoId: string, size: 'whole' | 'small' = 'whole'): string => `${BASE}/photos/${id(photoId)}/picture?size=${size}`; // prettier-ignore

/** What the server keeps beside houses and jobs: logs, photos, backups, archives. */
@Injectable({ providedIn: 'root' })
export class Records {
  private readonly http = inject(HttpClient);

  logOfJob = (jobId: string): Observable<KeptEntry[]> => this.http.get<KeptEntry[]>(`${BASE}/jobs/${id(jobId)}/log`);
  logOfHouse = (houseId: string): Observable<KeptEntry[]> => this.http.get<KeptEntry[]>(`${BASE}/houses/${id(houseId)}/log`);
  bringLog = (jobId: string, batch: LogBatch): Observable<unknown> => this.http.post(`${BASE}/jobs/${id(jobId)}/log`, batch);

  photos = (houseId: string): Observable<KeptPhoto[]> => this.http.get<KeptPhoto[]>(`${BASE}/houses/${id(houseId)}/photos`);
  putPhoto = (photo: Photo): Observable<KeptPhoto> => this.http.put<KeptPhoto>(`${BASE}/photos/${id(photo.id)}`, photo);
  putPicture = (photoId: string, picture: Blob): Observable<KeptPhoto> =>
    this.http.put<KeptPhoto>(`${BASE}/photos/${id(photoId)}/picture`, picture, { headers: { 'Content-Type': 'application/octet-stream' } });
  removePhoto = (photoId: string): Observable<void> => this.http.delete<void>(`${BASE}/photos/${id(photoId)}`);

  backups = (): Observable<BackupLine[]> => this.http.get<BackupLine[]>(`${BASE}/backups`);
  takeBackup = (): Observable<BackupLine> => this.http.post<BackupLine>(`${BASE}/backups`, {});
  restore = (name: string): Observable<{ restored: string; before: BackupLine }> =>
    this.http.post<{ restored: string; before: BackupLine }>(`${BASE}/backups/${id(name)}/restore`, {});
  takeArchive = (file: Blob, confirm: boolean): Observable<ArchiveReport> =>
    this.http.post<ArchiveReport>(`${BASE}/import.zip`, file, {
      params: { confirm: confirm ? 'yes' : 'no' },
      headers: { 'Content-Type': 'application/zip' },
    });
}
