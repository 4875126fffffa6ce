<template><p /></template>
