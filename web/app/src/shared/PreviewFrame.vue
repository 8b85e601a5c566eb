<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { withoutScripts } from './withoutScripts'

/**
 * A page or email as it will be seen, in a frame where nothing runs, unless it is to be tried: then it runs apart from all of ours. As desktop it is laid out at a desktop's width and
 * drawn smaller, so that it breaks its lines where the real one does.
 */
const props = withDefaults(
  defineProps<{
    html: string
    phone: boolean
    title: string
    address?: string
    desktopWidth?: number
    /** Why it could not be drawn anew: what is shown is how it was before. */
    fault?: string
    /** Whether it is to be tried. */
    live?: boolean
  }>(),
  { address: undefined, desktopWidth: 1040, fault: '', live: false },
)
const drawn = computed(() => (props.live ? props.html : withoutScripts(props.html)))
const view = ref<HTMLElement>()
const frame = ref<HTMLIFrameElement>()
const scale = ref(1)
let observer: ResizeObserver | undefined

onMounted(() => {
  observer = new ResizeObserver(([entry]) => {
    scale.value = Math.min(1, entry!.contentRect.width / props.desktopWidth)
  })
  observer.observe(view.value!)
})
onBeforeUnmount(() => observer?.disconnect())

defineExpose({
  /** Says something to what is tried. */
  say: (what: object) => frame.value?.contentWindow?.postMessage(what, '*'),
  isFrom: (event: MessageEvent) => event.source === frame.value?.contentWindow,
})
</script>

<template>
  <div class="screen" :class="{ phone }">
    <p v-if="fault" class="stale small" role="alert">Not drawn anew. {{ fault }}</p>
    <p v-if="address" class="address small">{{ address }}</p>
    <div ref="view" class="view">
      <iframe
        ref="frame"
        :title="title"
        :srcdoc="drawn"
        :sandbox="live ? 'allow-scripts' : 'allow-same-origin'"
        :style="
          phone ? {} : { width: `${100 / scale}%`, height: `${100 / scale}%`, transform: `scale(${scale})` }
        "
      />
    </div>
  </div>
</template>

<style scoped>
.screen {
  background: #fff;
  border: 1px solid var(--line);
  border-radius: 10px;
  overflow: hidden;
  display: flex;
  flex-direction: column;
  flex: 1;
  min-height: 440px;
  max-height: 720px;
}
.phone {
  width: 377px;
  max-width: 100%;
  align-self: center;
}
.address {
  padding: 4px 14px;
  background: #f8f3e8;
  color: #5b6b66;
  border-bottom: 1px solid #e4ddcd;
}
.stale {
  padding: 6px 14px;
  background: #fdecea;
  color: #8c2b1d;
}
.view {
  flex: 1;
  position: relative;
  overflow: hidden;
}
iframe {
  position: absolute;
  inset: 0;
  border: 0;
  width: 100%;
  height: 100%;
  transform-origin: 0 0;
}
</style>
