import { Type } from 'typebox';
import { PhotoVersion } from '../schemas/board';
import { Nothing } from '../schemas/common';
import { defineRoute } from './route';

const PhotoOf = Type.Object({ code: Type.String({ minLength: 1 }) });

export const findPhoto = defineRoute({
  id: 'findPhoto',
  method: 'GET',
  path: '/units/:code/photo-version',
  permission: 'read',
  summary: 'Whether a salesperson has a picture, and since when',
  params: PhotoOf,
  response: PhotoVersion,
  errors: ['unknownUnit'],
});

export const getPhoto = defineRoute({
  id: 'getPhoto',
  method: 'GET',
  path: '/units/:code/photo',
  permission: 'read',
  summary: 'The picture of a salesperson',
  params: PhotoOf,
  responseType: 'image/*',
  errors: ['unknownUnit', 'notFound'],
});

export const savePhoto = defineRoute({
  id: 'savePhoto',
  method: 'PUT',
  path: '/units/:code/photo',
  permission: 'self',
  summary:
    'Set the picture of a salesperson: their own, or of someone one plans for; PNG, JPEG or WebP up to 300 kB',
  params: PhotoOf,
  bodyType: 'image/*',
  response: Nothing,
  errors: ['unknownUnit', 'forbidden', 'notAPicture', 'tooLarge'],
});

export const removePhoto = defineRoute({
  id: 'removePhoto',
  method: 'DELETE',
  path: '/units/:code/photo',
  permission: 'self',
  summary: 'Take away the picture of a salesperson',
  params: PhotoOf,
  response: Nothing,
  errors: ['unknownUnit', 'forbidden'],
});
