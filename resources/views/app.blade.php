<!doctype html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <meta name="color-scheme" content="light dark">
    <link rel="icon" href="/mark.svg" type="image/svg+xml">
    <title inertia>Skarvo</title>
    <script nonce="{{ Vite::cspNonce() }}">
        // Before anything is painted, so that a dark room stays dark.
        document.documentElement.dataset.look = localStorage.getItem('look') ?? 'auto';
    </script>
    {{-- The page itself too: else it is asked for only once the application has been read. --}}
    @vite(['resources/js/app.ts', "resources/js/pages/{$page['component']}.vue"])
</head>
<body>
    {{-- As Inertia's own directive, but that a text which is none, stored before such were refused, does not blank the page. --}}
    <script data-page="app" type="application/json" nonce="{{ Vite::cspNonce() }}">{!! json_encode($page, JSON_HEX_TAG | JSON_INVALID_UTF8_SUBSTITUTE) !!}</script><div id="app"></div>
</body>
</html>
