<template>
  <v-app
    ><main><slot /></main
  ></v-app>
</template>
