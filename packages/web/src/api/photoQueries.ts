import {
  documentPreviewSchema,
  photoPagesSchema,
  photoReadSchema,
  photoSchema,
  regionTextSchema,
  scanPagesSchema,
  type PhotoView,
} from '@aurelfield/api';
import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { ask, request } from './client.ts';

/** Hands a photo over and looks for the page in it. */
export function findPhotoOutline(file: File, signal: AbortSignal) {
  const form = new FormData();
  form.append('file', file);
  return ask(photoSchema, '/imports/photos', { method: 'POST', form, signal });
}

/** Takes the pages of a scanned PDF as photos. */
export function pagesOfScan(file: File, signal: AbortSignal) {
  const form = new FormData();
  form.append('file', file);
  return ask(scanPagesSchema, '/imports/scan', { method: 'POST', form, signal });
}

/** Where the browser finds a photo that was handed over. */
export function shownPhoto(uploadId: string): string {
  return `/api/imports/photos/${uploadId}/shown`;
}

/** Recognises the words of a photo's page. */
export function readPhoto(
  uploadId: string,
  json: { corners: NonNullable<PhotoView['corners']>; languages: readonly string[] },
  signal: AbortSignal,
) {
  return ask(photoReadSchema, `/imports/photos/${uploadId}/read`, { method: 'POST', json, signal });
}

/** Makes one text of photos that were read. */
export function putTogether(uploadIds: readonly string[], signal: AbortSignal) {
  return ask(documentPreviewSchema, '/imports/photos/together', {
    method: 'POST',
    json: { uploadIds },
    signal,
  });
}

export function forgetPhoto(uploadId: string) {
  return request(`/imports/photos/${uploadId}`, { method: 'DELETE' });
}

/** Codes of the languages that can be recognised here; none where the recogniser is missing. */
export function useRecognisableLanguages(isWanted: boolean) {
  return useQuery({
    queryKey: ['recognisable-languages'],
    queryFn: () => ask(z.array(z.string()), '/imports/photos/languages'),
    enabled: isWanted,
    staleTime: Infinity,
  });
}

/** The pages of a photographed handout. */
export function usePhotoPages(handoutId: string, isPhotographed: boolean) {
  return useQuery({
    queryKey: ['photo-pages', handoutId],
    queryFn: () => ask(photoPagesSchema, `/handouts/${handoutId}/photos`),
    enabled: isPhotographed,
    staleTime: Infinity,
  });
}

/** Address of a page of a handout: flattened, scaled for screens, or the original photo. */
export function pagePicture(handoutId: string, page: number, which: 'flat' | 'shown' | 'photo'): string {
  return `/api/handouts/${handoutId}/photos/${page}/${which}`;
}

/** Notes which words of a page are right. */
export function keepChecked(handoutId: string, page: number, checked: readonly number[]) {
  return request(`/handouts/${handoutId}/photos/${page}/checked`, { method: 'PUT', json: { checked } });
}

/** Reads a part of a page alone. */
export function readRegion(
  handoutId: string,
  page: number,
  box: { x: number; y: number; width: number; height: number },
) {
  return ask(regionTextSchema, `/handouts/${handoutId}/photos/${page}/region`, {
    method: 'POST',
    json: { box },
  });
}
