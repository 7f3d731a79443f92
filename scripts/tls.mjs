#!/usr/bin/env node
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { STATE } from './lib/paths.mjs';
import { run, say, Trouble } from './lib/say.mjs';

const USAGE = `npm run tls -- --name NAME [--port N] [--to N]

Writes what Debian's nginx needs to put Tribos on the shop's own network with TLS: an authority of this shop, a
certificate signed by it, and the configuration.
  --name NAME  what the machine is called on the network, like tribos.lan, or its address
  --port N     port of the proxy (default 443)
  --to N       port Tribos listens at on this machine (default 4177)`;

const NAME = /^[A-Za-z0-9](?:[A-Za-z0-9.-]{0,251}[A-Za-z0-9])?$/u;
const YEARS = { authority: 3650, certificate: 820 };

function openssl(...args) {
  const { status, stderr, error } = spawnSync('openssl', args, { encoding: 'utf8' });
  if (error) throw new Trouble('openssl is missing: sudo apt-get install -y openssl');
  if (status !== 0) throw new Trouble(`openssl ${args[0]}:\n${stderr.slice(0, 1000)}`);
}

/** An authority once for ever, a certificate anew each time. */
function certify(dir, name) {
  const at = (file) => join(dir, file);
  const key = ['-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:prime256v1', '-nodes'];
  if (!existsSync(at('authority.pem')))
    openssl(
      ...['req', '-x509', ...key, '-keyout', at('authority.key'), '-out', at('authority.pem')],
      ...['-days', String(YEARS.authority), '-subj', '/CN=Tribos of this shop'],
    );
  openssl('req', ...key, '-keyout', at('tribos.key'), '-out', at('tribos.csr'), '-subj', `/CN=${name}`);
  const kind = /^[\d.]+$/u.test(name) ? 'IP' : 'DNS';
  writeFileSync(at('tribos.ext'), `subjectAltName=${kind}:${name}\nextendedKeyUsage=serverAuth\n`);
  openssl(
    ...['x509', '-req', '-in', at('tribos.csr'), '-CA', at('authority.pem'), '-CAkey', at('authority.key')],
    ...['-CAcreateserial', '-days', String(YEARS.certificate), '-extfile', at('tribos.ext')],
    ...['-out', at('tribos.pem')],
  );
}

/** The proxy tells who asks, and nobody who asks tells the proxy. */
const configuration = (dir, { name, port, to }) => `server {
  listen ${port} ssl;
  server_name ${name};
  ssl_certificate ${join(dir, 'tribos.pem')};
  ssl_certificate_key ${join(dir, 'tribos.key')};
  ssl_protocols TLSv1.2 TLSv1.3;
  client_max_body_size 26m;
  add_header Strict-Transport-Security "max-age=31536000" always;
  location / {
    proxy_pass http://127.0.0.1:${to};
    proxy_http_version 1.1;
    proxy_set_header Host $http_host;
    proxy_set_header X-Forwarded-For $remote_addr;
    proxy_set_header X-Forwarded-Proto https;
    proxy_set_header Connection "";
  }
  location = /api/events {
    proxy_pass http://127.0.0.1:${to};
    proxy_http_version 1.1;
    proxy_set_header Host $http_host;
    proxy_set_header X-Forwarded-For $remote_addr;
    proxy_set_header X-Forwarded-Proto https;
    proxy_set_header Connection "";
    proxy_buffering off;
    proxy_read_timeout 1h;
  }
}
`;

const portOf = (text, usual) => {
  const port = text === undefined ? usual : Number(text);
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new Trouble('A port is a number from 1 to 65535.');
  return port;
};

await run(() => {
  const { values } = parseArgs({
    options: {
      name: { type: 'string' },
      port: { type: 'string' },
      to: { type: 'string' },
      help: { type: 'boolean' },
    },
  });
  if (values.help || !values.name) return void say(USAGE);
  if (!NAME.test(values.name))
    throw new Trouble('--name is a name like tribos.lan, or an address like 192.168.0.10.');
  const [port, to] = [portOf(values.port, 443), portOf(values.to, 4177)];
  const dir = join(STATE, 'tls');
  mkdirSync(dir, { recursive: true, mode: 0o700 });
  certify(dir, values.name);
  const file = join(dir, 'nginx.conf');
  writeFileSync(file, configuration(dir, { name: values.name, port, to }));
  const address = `https://${values.name}${port === 443 ? '' : `:${port}`}`;
  say(`Written to ${dir}. What is left to do, once:
  sudo apt-get install -y --no-install-recommends nginx-light
  sudo ln -sf ${file} /etc/nginx/sites-enabled/tribos
  sudo nginx -t && sudo nginx -s reload
Then start Tribos behind it, and give each device ${join(dir, 'authority.pem')} to trust:
  PUBLIC_URL=${address} TRUSTED_PROXY=loopback npm start -- --port ${to} --empty`);
});
