export default { '/api': { target: process.env.API_URL ?? 'http://127.0.0.1:4281', ws: false } };
