import { describe, expect, it } from 'vitest';
import { cleanDrawing, isCleanDrawing } from './drawing';

const svg = (inner: string, attributes = ''): string =>
	`<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 10 10" ${attributes}>${inner}</svg>`;

describe('drawings', () => {
	it.each([
		['a script', svg('<script>run()</script><rect/>')],
		['a script in capitals', svg('<SCRIPT>alert()</SCRIPT><rect/>')],
		['a script in a section of its own', svg('<script><![CDATA[run()]]></script>')],
		['an event', svg('<rect onclick="run()"/>', 'onload="run()"')],
		['an event in mixed letters', svg('<rect oNcLiCk="run()"/>')],
		['a link', svg('<a xlink:href="javascript:run()"><rect/></a>')],
		['a style sheet', svg('<style>@import "https://elsewhere.example/run.css"</style>')],
		['a picture from elsewhere', svg('<image href="https://elsewhere.example/run.png"/>')],
		['a drawing in a drawing', svg('<image href="data:image/svg+xml;base64,run"/>')],
		['paint from elsewhere', svg('<rect fill="url(https://elsewhere.example/run#a)"/>')],
		['paint spelt with a backslash', svg('<rect style="fill:u\\72l(https://elsewhere.example/run)"/>')],
		['another base', svg('<rect fill="url(#a)"/>', 'xml:base="https://elsewhere.example/run"')],
		['a page', svg('<foreignObject><body><b onclick="run()">run</b></body></foreignObject>')],
		['what moves a link', svg('<set attributeName="href" to="javascript:run()"/>')],
		['a copy of something elsewhere', svg('<use href="https://elsewhere.example/run.svg#a"/>')],
		['an entity', `<!DOCTYPE svg [<!ENTITY run "run">]>${svg('<text>&amp;</text>')}`],
		['a remark', svg('<!-- run --><rect/>')],
	])('are freed of %s', (_, source) => {
		const clean = cleanDrawing(source);
		expect(clean).toMatch(/^<svg /);
		expect(clean).not.toMatch(/run|<script/i);
		expect(cleanDrawing(clean)).toBe(clean);
	});

	it('keep what draws', () => {
		const source = svg(
			'<defs><linearGradient id="g"><stop offset="0" stop-color="#B7C485"></stop></linearGradient>' +
				'<clipPath id="c"><circle cx="5" cy="5" r="4"></circle></clipPath>' +
				'<filter id="f"><feGaussianBlur stdDeviation="2"></feGaussianBlur></filter></defs>' +
				'<g transform="rotate(5)" clip-path="url(#c)"><path d="M0 0h9" fill="url(#g)" style="stroke:#000"></path>' +
				'<text x="1" y="2" font-size="3">Kettle &amp; lamp</text>' +
				'<image xlink:href="data:image/png;base64,iVBORw0KGgo=" width="2" height="2"></image></g>',
		);
		const clean = cleanDrawing(source);
		for (const part of ['linearGradient', 'clipPath', 'feGaussianBlur', 'stdDeviation', 'viewBox', 'url(#g)'])
			expect(clean).toContain(part);
		expect(clean).toContain('Kettle &amp; lamp');
		expect(clean).toContain('base64,iVBORw0KGgo=');
		expect(isCleanDrawing(source)).toBe(true);
	});

	it('are clean however they are written down, and are not where something would be taken out', () => {
		expect(isCleanDrawing(`<?xml version="1.0"?>\n${svg('\n\t<rect width="1" fill="red"/>\n')}`)).toBe(true);
		expect(isCleanDrawing(svg('<rect width="1"/>', 'onload="run()"'))).toBe(false);
		expect(isCleanDrawing(svg('<script>run()</script>'))).toBe(false);
	});
});
