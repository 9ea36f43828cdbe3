/** `npm run screenshots`: one picture of each main view at 1280x800, made from the demo, into docs/screenshots. */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createRequire } from 'node:module';
import puppeteer from 'puppeteer-core';
import { ensureBuilt, ensureChromium, root } from './prepare.mjs';

const FLAGS = createRequire(import.meta.url)('./chromium-flags.json');

await ensureBuilt({ web: true });
const executablePath = ensureChromium();
const home = mkdtempSync(path.join(tmpdir(), 'vectura-shots-'));
const child = spawn(process.execPath, [path.join(root, 'packages/server/bin/vectura.mjs'), 'open', '--port', '0'], {
  env: { ...process.env, VECTURA_HOME: path.join(home, 'data') },
  stdio: ['ignore', 'pipe', 'inherit'],
});
const url = await new Promise((resolve) =>
  child.stdout.on('data', (chunk) => {
    const ready = /ready at (\S+)/.exec(String(chunk))?.[1];
    if (ready) resolve(ready);
  }),
);
const browser = await puppeteer.launch({
  executablePath,
  headless: true,
  userDataDir: path.join(home, 'browser'),
  args: [...FLAGS],
});
try {
  const page = await browser.newPage();
  await page.setViewport({ width: 1280, height: 800 });
  const shoot = async (name, address, scheme = 'light', act = async () => {}) => {
    await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: scheme }]);
    await page.goto(new URL(address, url).href, { waitUntil: 'networkidle2' });
    await act();
    await new Promise((resolve) => setTimeout(resolve, 900));
    await page.screenshot({ path: path.join(root, 'docs/screenshots', `${name}.png`) });
  };
  await page.goto(url, { waitUntil: 'networkidle2' });
  await page.waitForSelector('aside');
  const project = new URL(page.url()).pathname.split('/').slice(0, 3).join('/');
  const select = async () => {
    await page.waitForSelector('button[title^="units"]');
    await page.click('button[title^="units"]');
  };
  await shoot('sheet', `${project}/sheet`, 'light', select);
  await shoot('sheet-dark', `${project}/sheet`, 'dark', select);
  await shoot('trail', `${project}/trail?value=App.units`);
  await shoot('trail-code', `${project}/trail?value=VentLever.onVent&code=src/benches/Bench.jsx:8:onVent`);
  await shoot(
    'trail-why',
    `${project}/trail?value=App.units&why=${encodeURIComponent('src/desk/FeedStatus.jsx#FeedStatus')}`,
  );
  await shoot('findings', `${project}/findings?at=1`);
  await shoot('findings-figures', `${project}/findings?show=charts`);
  await shoot('reach', `${project}/reach?from=${encodeURIComponent('src/houses/House.jsx#House')}`);
  await shoot('code', `${project}/code?at=src/benches/Tray.jsx:9:units`);
  await shoot('homes', `${project}/homes?value=App.units`);
  await shoot('homes-overview', `${project}/homes`);
  await shoot('homes-plan', `${project}/homes?value=App.units&way=context&show=plan&step=1`);
  await shoot('mend', `${project}/findings?rule=fresh-context&show=mend`);
  await shoot('projects', '/projects');
} finally {
  await browser.close();
  child.kill();
  await new Promise((resolve) => child.once('exit', resolve));
  rmSync(home, { recursive: true, force: true });
}
