/** One browser's worth of state: its cookies and token. */
export class Client {
  cookies = new Map();
  token = '';

  constructor(base) {
    this.base = base;
  }

  /** The answer's status and JSON; status 0 where there is none, with what was in the way. */
  async send(method, path, body, headers = {}) {
    try {
      const response = await fetch(`${this.base}/api${path}`, {
        method,
        headers: {
          Cookie: [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; '),
          'X-CSRF-Token': this.token,
          'Content-Type': 'application/json',
          Prefer: 'return=minimal',
          ...headers,
        },
        body: body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body),
        signal: AbortSignal.timeout(20_000),
      });
      for (const cookie of response.headers.getSetCookie())
        this.cookies.set(...cookie.split(';')[0].split(/=(.*)/s).slice(0, 2));
      const text = await response.text();
      return { status: response.status, body: text.startsWith('{') || text.startsWith('[') ? JSON.parse(text) : null };
    } catch (error) {
      return { status: 0, body: null, why: error.cause?.code ?? error.cause?.message ?? error.message };
    }
  }

  async signIn({ login, password }) {
    this.token = (await this.send('GET', '/session')).body?.csrfToken ?? '';
    const reply = await this.send('POST', '/session', { login, password });
    this.token = reply.body?.csrfToken ?? this.token;
    return reply.status === 200;
  }
}

export const wait = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
