<script setup lang="ts">
import { computed } from 'vue'
import { ConfigProvider, theme } from 'ant-design-vue'
import { useSettings } from '../store/settings'

/** Gives the component library this program's look. Loaded with whatever first needs it, not with the Bench. */
const settings = useSettings()
const paper = { ink: '#26302c', paper: '#f5f1e8', sheet: '#fbf9f4', edge: '#857d6c', soft: '#565f59', faint: '#e6e0d2', beyond: '#9c3620' }
const lamp = { ink: '#ece6d8', paper: '#1d2320', sheet: '#262d29', edge: '#7f8a82', soft: '#b3b9ae', faint: '#363e39', beyond: '#f09a82' }
const config = computed(() => {
  const dark = settings.lamp
  const c = dark ? lamp : paper
  return {
    algorithm: dark ? theme.darkAlgorithm : theme.defaultAlgorithm,
    token: {
      colorPrimary: c.ink,
      colorInfo: c.ink,
      colorLink: c.ink,
      colorError: c.beyond,
      colorText: c.ink,
      colorTextSecondary: c.soft,
      colorTextPlaceholder: c.soft,
      colorTextDisabled: c.soft,
      colorBgBase: c.sheet,
      colorBgContainer: c.sheet,
      colorBgElevated: c.sheet,
      colorBorder: c.edge,
      colorBorderSecondary: c.faint,
      colorSplit: c.faint,
      colorTextLightSolid: c.paper,
      controlItemBgActive: c.faint,
      controlItemBgHover: c.faint,
      borderRadius: 3,
      wireframe: true,
      fontSize: 15,
      controlHeight: 32,
      fontFamily: 'var(--text)',
      boxShadow: 'none',
      boxShadowSecondary: '0 2px 8px rgb(0 0 0 / 0.15)',
      motion: false,
    },
  }
})
</script>

<template>
  <ConfigProvider :theme="config"><slot /></ConfigProvider>
</template>
