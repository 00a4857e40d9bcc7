// Walks the journey in Debian's Firefox, over WebDriver BiDi: node firefox.mjs ADDRESS JOURNEY PICTURE
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";

const puppeteer = createRequire(`${process.cwd()}/web/package.json`)("puppeteer-core");
const [address, journey, picture] = process.argv.slice(2);
const browser = await puppeteer.launch({
  browser: "firefox",
  executablePath: "/usr/bin/firefox-esr",
  headless: true,
});
let step = "";
try {
  const page = await browser.newPage();
  await page.setViewport({ width: 1280, height: 800 });
  page.setDefaultTimeout(60_000);
  const faults = [];
  page.on("pageerror", (error) => faults.push(String(error)));
  for (const [does, what, more] of JSON.parse(readFileSync(journey, "utf8"))) {
    step = `${does} ${what}`;
    const at = () => page.waitForSelector(`::-p-xpath(${what})`, { visible: true });
    if (does === "open") await page.goto(address + what);
    else if (does === "see") await at();
    else if (does === "tap") await (await at()).click();
    else if (does === "type") await (await at()).type(more);
    else if (!(await page.evaluate(what))) throw new Error(`It does not hold that ${more}.`);
  }
  await page.screenshot({ path: picture });
  if (faults.length) throw new Error(faults.join("\n"));
  console.log(await browser.version());
} catch (error) {
  throw new Error(`At “${step}”`, { cause: error });
} finally {
  await browser.close();
}
