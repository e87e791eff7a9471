<script lang="ts">
	/** What a stranger sees first: what this is for, one picture of it, and the ways to begin. */
	import { m } from '$lib/messages';
	import CodeEntry from '$lib/ui/CodeEntry.svelte';
	import UserPlus from '@lucide/svelte/icons/user-plus';
	import type { PageProps } from './$types';

	const { data }: PageProps = $props();
</script>

<svelte:head><title>{m.app_name()}: {m.welcome_title()}</title></svelte:head>

<main>
	<header>
		<img src="/icon.svg" alt="" width="30" height="30" /><b>{m.app_name()}</b>
		<a class="button" href="/sign-in">{m.sign_in()}</a>
	</header>
	<div class="both">
		<section>
			<h1>{m.welcome_title()}</h1>
			<p>{m.welcome_text()}</p>
			<a class="button main" href="/sign-up"><UserPlus size={18} />{m.sign_up()}</a>
			{#if data.demo}<a class="button" href={data.demo} data-sveltekit-reload>{m.welcome_demo()}</a>{/if}
			<form method="POST" action="/join">
				<label for="code">{m.welcome_code()}</label>
				<div class="line">
					<CodeEntry id="code" />
					<button type="submit" class="button">{m.welcome_enter()}</button>
				</div>
			</form>
		</section>
		<img class="shot" src="/welcome.webp" alt={m.welcome_picture()} width="1280" height="800" />
	</div>
</main>

<style>
	main {
		display: flex;
		flex-direction: column;
		max-width: 1240px;
		min-height: 100dvh;
		margin: 0 auto;
		padding: 18px 28px 28px;
	}
	header {
		display: flex;
		align-items: center;
		gap: 12px;
		font-size: var(--size-large);
	}
	header .button {
		margin-left: auto;
	}
	.both {
		display: grid;
		flex: 1;
		grid-template-columns: minmax(300px, 380px) 1fr;
		align-items: center;
		gap: 44px;
	}
	section {
		display: grid;
		gap: 14px;
	}
	h1 {
		font-size: 34px;
		font-weight: 700;
		line-height: 1.15;
	}
	p {
		margin-bottom: 6px;
		font-size: var(--size-large);
		line-height: 1.45;
	}
	section .button {
		min-height: 44px;
		font-size: var(--size-base);
	}
	form {
		display: grid;
		gap: 6px;
		margin-top: 8px;
		padding-top: 16px;
		border-top: 1px solid var(--frame-line);
	}
	label {
		font-size: var(--size-note);
		font-weight: 700;
	}
	.line {
		display: flex;
		gap: 8px;
	}
	.shot {
		width: 100%;
		height: auto;
		border: 1px solid var(--frame-line);
		border-bottom: 5px solid var(--ledge-edge);
		border-radius: var(--radius-field) var(--radius-field) 3px 3px;
	}
	@media (max-width: 800px) {
		main {
			padding: 14px 18px 24px;
		}
		.both {
			grid-template-columns: 1fr;
			align-content: start;
			gap: 24px;
			margin-top: 24px;
		}
		h1 {
			font-size: 27px;
		}
	}
</style>
