/** The cookies that an answer sets, as the next request sends them. */
export const cookiesOf = (answer: Response): string =>
  answer.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';')[0] ?? '')
    .join('; ');
