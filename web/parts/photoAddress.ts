/** Where a picture is had: upright and without location, or small. */
export const photoAddress = (id: string, size: 'thumbnail' | 'upright'): string => `/api/photos/${id}/${size}`;
