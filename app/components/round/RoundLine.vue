<!-- The line of a stop on the desk: its tag, what is to be done, why, and the answers. -->
<template>
  <div class="line">
    <slot name="tag" />
    <div class="what"><slot name="what" /></div>
    <p class="why small quiet"><slot name="why" /></p>
    <div class="acts"><slot name="acts" /></div>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 110px minmax(0, 1.3fr) minmax(0, 1fr) auto;
  gap: 12px;
  align-items: center;
}
.what {
  display: grid;
  min-width: 0;
}
.what :deep(.cross-name) {
  flex-wrap: wrap;
  column-gap: 6px;
  row-gap: 0;
}
.why {
  margin: 0;
}
.why :deep(.late) {
  font-weight: 650;
}
.acts {
  display: flex;
  gap: 6px;
  justify-content: end;
  min-width: 132px;
}
.acts :deep(.more) {
  width: 30px;
  height: 30px;
}
@media (max-width: 700px) {
  .line {
    grid-template-columns: auto 1fr;
  }
  .why {
    grid-column: 1 / -1;
  }
  .acts {
    grid-column: 1 / -1;
    justify-content: start;
  }
}
</style>
