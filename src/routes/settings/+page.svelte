<script lang="ts">
	/**
	 * How a person wants the application: who they are, how it looks, what the hand and the keys
	 * do.
	 */
	import { enhance } from '$app/forms';
	import { PIGMENT_COLOURS, PIGMENTS, type Pigment } from '$core/board/colours';
	import type { KEY_MODES, MOTIONS, WHEELS } from '$core/people/preferences';
	import { m, OFFERED } from '$lib/messages';
	import { setFrameLight } from '$lib/ui/frame-light';
	import { preferences } from '$lib/ui/preferences.svelte';
	import BackHeader from '$lib/ui/BackHeader.svelte';
	import { keepForm } from '$lib/ui/keep-form';
	import { colourName } from '$lib/ui/colour-names';
	import { onMount, tick, untrack } from 'svelte';
	import type { PageProps } from './$types';

	const { data, form }: PageProps = $props();
	let name = $state(untrack(() => data.person.name));
	let pigment = $state<Pigment | ''>(untrack(() => data.person.pigment ?? ''));
	let language = $state(untrack(() => data.language));
	let light = $state(untrack(() => data.light));

	let languageForm = $state<HTMLFormElement>();
	// One that was chosen before the script arrived has not been sent.
	onMount(async () => {
		await tick();
		if (language !== data.language) languageForm?.requestSubmit();
	});

	/** A language as those call it who speak it. */
	const languageName = (tag: string): string =>
		tag === ''
			? m.settings_language_browser()
			: (new Intl.DisplayNames(tag, { type: 'language' }).of(tag) ?? tag);

	const WHEEL_NAMES: Record<(typeof WHEELS)[number], () => string> = {
		scroll: m.settings_wheel_scroll,
		zoom: m.settings_wheel_zoom,
	};
	const KEY_NAMES: Record<(typeof KEY_MODES)[number], () => string> = {
		single: m.settings_keys_single,
		modifier: m.settings_keys_modifier,
		off: m.settings_keys_off,
	};
	const MOTION_NAMES: Record<(typeof MOTIONS)[number], () => string> = {
		system: m.settings_motion_system,
		less: m.settings_motion_less,
	};
</script>

{#snippet choice<T extends string>(
	label: string,
	names: Record<T, () => string>,
	value: T,
	onchoose: (value: T) => void,
)}
	<fieldset>
		<legend>{label}</legend>
		{#each Object.keys(names) as each (each)}
			<label class="option"
				><input
					type="radio"
					name={label}
					checked={value === each}
					onchange={() => onchoose(each as T)}
				/>{names[each as T]()}</label
			>
		{/each}
	</fieldset>
{/snippet}

<main>
	<BackHeader title={m.settings()} />

	{#if form?.problem}<p class="problem" role="alert">{form.problem}</p>{/if}
	{#if form?.done}<p class="done" role="status">
			{form.done === 'person' ? m.settings_person_done() : m.settings_password_done()}
		</p>{/if}

	<section>
		<h2>{m.settings_you()}</h2>
		<form method="POST" action="?/person" use:enhance={keepForm({ reset: false })}>
			<label
				>{m.your_name()}<input
					class="entry"
					name="name"
					required
					maxlength="80"
					autocomplete="name"
					bind:value={name}
				/></label
			>
			<fieldset class="pigments">
				<legend>{m.ledge_colour()}</legend>
				{#each ['', ...PIGMENTS] as const as each (each)}
					<label class="option"
						><input type="radio" name="pigment" value={each} bind:group={pigment} />{#if each}<span
								class="swatch"
								style:background={PIGMENT_COLOURS[each].ground}
							></span>{/if}{each ? colourName(each) : m.settings_colour_none()}</label
					>
				{/each}
				<p class="quiet">{m.settings_colour_more()}</p>
			</fieldset>
			<button type="submit" class="button">{m.settings_keep()}</button>
		</form>
		{#if !data.person.guest}
			<form method="POST" action="?/password" use:enhance={keepForm()}>
				<label
					>{m.settings_old_password()}<input
						class="entry"
						type="password"
						name="old"
						required
						autocomplete="current-password"
					/></label
				>
				<label
					>{m.settings_new_password()}<input
						class="entry"
						type="password"
						name="password"
						required
						minlength="10"
						maxlength="200"
						autocomplete="new-password"
					/></label
				>
				<button type="submit" class="button">{m.settings_change_password()}</button>
			</form>
		{/if}
	</section>

	<section>
		<h2>{m.settings_how()}</h2>
		<!-- A new page, not a change of this one: the server writes it in the other language. -->
		<form
			bind:this={languageForm}
			method="POST"
			action="?/language"
			use:enhance={keepForm({
				onredirect: () => location.reload(),
				onfailure: () => (language = data.language),
			})}
		>
			<fieldset>
				<legend>{m.settings_language()}</legend>
				{#each ['', ...OFFERED] as tag (tag)}
					<label class="option"
						><input
							type="radio"
							name="language"
							value={tag}
							bind:group={language}
							onchange={(event) => event.currentTarget.form?.requestSubmit()}
						/><span lang={tag || undefined}>{languageName(tag)}</span></label
					>
				{/each}
				<p class="quiet">{m.settings_language_kept()}</p>
			</fieldset>
			<noscript><button type="submit" class="button">{m.settings_keep()}</button></noscript>
		</form>
		{@render choice(
			m.settings_light(),
			{ dark: m.settings_dark_frame, light: m.settings_light_frame },
			light ? 'light' : 'dark',
			(value) => setFrameLight((light = value === 'light')),
		)}
		{@render choice(m.settings_wheel(), WHEEL_NAMES, preferences.current.wheel, (wheel) =>
			preferences.set({ wheel }),
		)}
		{@render choice(m.settings_keys(), KEY_NAMES, preferences.current.keys, (keys) =>
			preferences.set({ keys }),
		)}
		{@render choice(m.settings_motion(), MOTION_NAMES, preferences.current.motion, (motion) =>
			preferences.set({ motion }),
		)}
		<fieldset>
			<legend>{m.settings_sounds()}</legend>
			<label class="option"
				><input
					type="checkbox"
					checked={preferences.current.sounds}
					onchange={(event) => preferences.set({ sounds: event.currentTarget.checked })}
				/>{m.settings_sounds_on()}</label
			>
		</fieldset>
		<p class="quiet">{m.settings_here()}</p>
	</section>
</main>

<style>
	main {
		max-width: 720px;
		margin: 0 auto;
		padding: 14px 20px 40px;
	}
	h2 {
		margin-bottom: 8px;
		font-size: var(--size-large);
		font-weight: 700;
	}
	section {
		margin-bottom: 18px;
		padding: 16px 18px;
		border: 1px solid var(--frame-line);
		border-bottom: 3px solid var(--ledge-edge);
		border-radius: var(--radius-field);
		background: var(--frame-ground);
	}
	form fieldset {
		flex: 1 1 100%;
	}
	.swatch {
		width: 18px;
		height: 18px;
		border: 1px solid var(--frame-strong-line);
		border-radius: 4px;
	}
	form {
		display: flex;
		flex-wrap: wrap;
		align-items: end;
		gap: 10px;
		padding-bottom: 14px;
	}
	form label:not(.option) {
		display: grid;
		flex: 1 1 200px;
		gap: 4px;
		font-size: var(--size-note);
		font-weight: 700;
	}
	fieldset {
		position: relative;
		display: flex;
		flex-wrap: wrap;
		gap: 4px 18px;
		min-height: 52px;
		padding: 8px 0 8px 188px;
		border-top: 1px solid var(--frame-line);
	}
	legend {
		position: absolute;
		top: 11px;
		left: 0;
		width: 176px;
		font-size: var(--size-note);
		font-weight: 700;
	}
	.option {
		display: flex;
		align-items: center;
		gap: 6px;
		min-height: 26px;
		font-size: var(--size-note);
		cursor: pointer;
	}
	.option input {
		width: 17px;
		height: 17px;
		accent-color: var(--frame-action);
	}
	@media (max-width: 600px) {
		fieldset {
			padding-left: 0;
		}
		legend {
			position: static;
		}
	}
	fieldset .quiet {
		flex: 1 1 100%;
		margin: 0;
	}
	.quiet {
		margin-top: 6px;
		font-size: var(--size-small);
	}
	.problem {
		color: var(--frame-bad);
	}
	.done {
		color: var(--frame-good);
	}
	.problem,
	.done {
		margin-bottom: 10px;
	}
</style>
