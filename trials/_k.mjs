import { inBrowser } from '../bench/browser.mjs';
import { bigHouse } from './bigHouse.mjs';
import fs from 'node:fs';
await inBrowser('x', async ({page,url,busy})=>{
  const made=await fetch(url+'/api/v1/houses',{method:'POST',headers:{'content-type':'application/json'},body:JSON.stringify(bigHouse())}); if(!made.ok) throw new Error(await made.text());
  await page.goto(url+'/houses/big-house/walls/r50-n/A?box=b253'); await page.getByTestId('tape').waitFor(); await page.waitForTimeout(1500);
  await page.keyboard.press('p'); 
  for(let i=0;i<5;i++) {await page.keyboard.press('ArrowUp'); await page.waitForTimeout(400);}
  const s=await page.context().newCDPSession(page); await s.send('Profiler.enable'); await s.send('Profiler.setSamplingInterval',{interval:200}); await s.send('Profiler.start');
  const lat=[]; const b0=await busy();
  for(let i=0;i<12;i++){ const c0=await busy(); await page.keyboard.press('ArrowUp'); await page.waitForTimeout(60); lat.push(await busy()-c0); await page.waitForTimeout(700);}
  const b1=await busy();
  const {profile}=await s.send('Profiler.stop'); fs.mkdirSync('/tmp/prof3',{recursive:true}); fs.writeFileSync('/tmp/prof3/a.cpuprofile',JSON.stringify(profile));
  console.log('key',lat.map(x=>x.toFixed(0)).join(' '),'busy per key',((b1-b0)/12).toFixed(0));
});
