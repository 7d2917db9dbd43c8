import { page, b, e, shot } from './ui.mts';
await page.goto('/'); await page.waitForTimeout(4500); await page.screenshot({path:'/tmp/ui/designs.png'});
await page.getByRole('link',{name:'Open Sun rosette'}).first().click(); await e.ready();
await e.part('Rays').click(); await e.settled(); await e.stage('Colour'); await shot('rosette');
await page.goto('/'); await page.getByRole('link',{name:'Open Night pattern'}).first().click(); await e.ready();
await e.part('Moons').click(); await e.stage('Colour'); await e.settled(); await shot('night');
await page.goto('/'); await page.getByRole('link',{name:'Open Aurora backdrop'}).first().click(); await e.ready();
await e.part('Green curtain').click(); await e.stage('Colour'); await e.settled(); await shot('aurora');
await b.close();
