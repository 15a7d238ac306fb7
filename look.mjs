
import { chromium } from '@playwright/test';
const base='http://127.0.0.1:8480';
const browser=await chromium.launch({executablePath:'/usr/bin/chromium',args:['--no-sandbox','--disable-gpu','--disable-quic','--no-first-run','--disable-background-networking','--disable-component-update','--disable-sync']});
const page=await (await browser.newContext({baseURL:base,viewport:{width:1280,height:800},acceptDownloads:true})).newPage();
page.on('pageerror',e=>console.log('PAGEERROR',e.message)); page.on('console',m=>m.type()==='error'&&console.log('CONSOLE',m.text()));
await page.goto('/sign-in'); await page.getByLabel('E-mail').fill('nora@kettle-crock.example'); await page.getByLabel('Password').fill('brine-and-barrel'); await page.getByRole('button',{name:'Sign in'}).click(); await page.getByRole('heading',{name:'Listings'}).waitFor();
const shot=async n=>{await page.waitForTimeout(700); await page.screenshot({path:`/tmp/look/${n}.png`}); console.log(n);};
const steps=await import(process.argv[2]); await steps.default({page,shot}); await browser.close();
