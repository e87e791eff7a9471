<script lang="ts">
	/** A shot through the browser's camera, put on the board. */
	import { m } from '$lib/messages';
	import Camera from '@lucide/svelte/icons/camera';
	import type { Board } from '../board/board.svelte';
	import { addPictures } from '../board/pictures';
	import Dialog from '../ui/Dialog.svelte';

	const { board, open, onclose }: { board: Board; open: boolean; onclose: () => void } = $props();
	let video = $state<HTMLVideoElement | undefined>();
	let problem = $state('');

	$effect(() => {
		if (!open || !video) return;
		const target = video;
		let stream: MediaStream | undefined;
		let isGone = false;
		problem = '';
		(
			navigator.mediaDevices?.getUserMedia({ video: { facingMode: 'environment' } }) ??
			Promise.reject(new Error('none'))
		)
			.then((opened) => {
				if (isGone) return opened.getTracks().forEach((track) => track.stop());
				stream = opened;
				target.srcObject = opened;
				return target.play();
			})
			.catch(() => (problem = m.camera_none()));
		return () => {
			isGone = true;
			stream?.getTracks().forEach((track) => track.stop());
		};
	});

	async function shoot(): Promise<void> {
		if (!video) return;
		const canvas = document.createElement('canvas');
		[canvas.width, canvas.height] = [video.videoWidth, video.videoHeight];
		canvas.getContext('2d')!.drawImage(video, 0, 0);
		const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', 0.9));
		onclose();
		if (blob) await addPictures(board, [blob]);
	}
</script>

<Dialog {open} {onclose} title={m.command_camera()}>
	{#if problem}<p role="alert">{problem}</p>{/if}
	<video bind:this={video} playsinline muted hidden={problem !== ''} data-testid="camera"></video>
	<button type="button" class="button main" onclick={shoot} disabled={problem !== ''}
		><Camera size={17} />{m.camera_shoot()}</button
	>
</Dialog>

<style>
	video {
		width: 100%;
		margin-bottom: 12px;
		border-radius: var(--radius-control);
		background: #000;
	}
</style>
