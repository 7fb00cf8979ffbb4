<script setup lang="ts">
import { useI18n } from 'vue-i18n'
// The door: what Olvex is, as one drawing, beside the form.
const { t } = useI18n()
const STEPS = ['weigh', 'press', 'pour', 'cost'] as const
</script>

<template>
  <div class="door">
    <section class="say">
      <p class="brand">Olvex</p>
      <p class="promise">{{ t('door.promise') }}</p>
      <svg viewBox="0 0 420 250" class="art" role="img" :aria-label="t('door.drawing')">
        <g stroke="#15302B" stroke-width="3" stroke-linejoin="round">
          <rect x="8" y="30" width="404" height="34" rx="8" fill="#F0D048" />
          <path d="M166 30h-150a8 8 0 0 0-8 8v18a8 8 0 0 0 8 8h150z" fill="#E2A100" />
          <path d="M166 30v34M366 30v34" fill="none" />
          <path d="M120 104h180l-22 134H142z" fill="#FFFDF8" />
          <path d="M126.300 142h167.400l-8.200 50h-151z" fill="#DCEBEB" />
          <path d="M134.500 192h151l-3.600 22h-143.800z" fill="#F3E3B3" />
          <path d="M138.100 214h143.800l-3.900 24h-136z" fill="#E2A100" />
          <rect x="160" y="120" width="34" height="34" rx="8" fill="#EDF6F7" transform="rotate(-9 177 137)" />
          <rect x="212" y="116" width="34" height="34" rx="8" fill="#EDF6F7" transform="rotate(7 229 133)" />
          <path d="M87 64v20q0 20 20 20h13" fill="none" stroke-dasharray="2 8" stroke-linecap="round" />
        </g>
      </svg>
      <ol class="steps">
        <li v-for="s in STEPS" :key="s">{{ t(`door.${s}`) }}</li>
      </ol>
    </section>
    <section class="sheet form"><slot /></section>
  </div>
</template>

<style scoped>
.door {
  min-height: 100vh;
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 440px);
  gap: 56px;
  align-items: center;
  max-width: 1080px;
  margin: 0 auto;
  padding: 32px;
}
.brand {
  font: 700 58px/1 var(--head);
  letter-spacing: -0.035em;
}
.promise {
  font-size: 20px;
  line-height: 1.4;
  max-width: 26em;
  margin: 14px 0 26px;
}
.art {
  width: min(420px, 100%);
  display: block;
}
.steps {
  list-style: none;
  padding: 0;
  margin: 22px 0 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 0;
  color: var(--quiet);
}
.steps li + li::before {
  content: '→';
  padding: 0 10px;
  color: var(--ink);
}
.form {
  padding: 28px;
}
@media (max-width: 860px) {
  .door {
    grid-template-columns: 1fr;
    gap: 18px;
    padding: 20px 14px;
    align-content: start;
  }
  .brand {
    font-size: 40px;
  }
  .promise {
    font-size: 17px;
    margin: 8px 0 0;
  }
  .art,
  .steps {
    display: none;
  }
  .form {
    padding: 18px;
  }
}
</style>
