<!doctype html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <meta name="color-scheme" content="light dark">
    <link rel="icon" href="/mark.svg" type="image/svg+xml">
    <title inertia>Skarvo</title>
    <script>
        // Before anything is painted, so that a dark room stays dark.
        document.documentElement.dataset.look = localStorage.getItem('look') ?? 'auto';
    </script>
    @vite(['resources/js/app.ts'])
    @inertiaHead
</head>
<body>
    @inertia
</body>
</html>
