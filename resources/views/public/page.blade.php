<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="color-scheme" content="light dark">
<title>{{ $title }} – {{ $organisation }}</title>
<link rel="icon" href="mark.svg" type="image/svg+xml">
<link rel="stylesheet" href="style.css">
<link rel="alternate" type="application/atom+xml" href="{{ $feed ?? 'feed.atom' }}" title="Updates">
<script src="page.js" defer></script>
</head>
<body @class(['screen' => $isScreen ?? false])>
@unless ($isScreen ?? false)
<header>
<p class="who">{{ $organisation }}</p>
<nav aria-label="Main"><a href="index.html">Service status</a> <a href="{{ route('follow') }}">Follow</a> <a href="{{ route('report') }}">Report a problem</a></nav>
</header>
@endunless
<main id="main" data-at="{{ $page->at->toIso8601ZuluString() }}">
@yield('main')
</main>
<footer>
<p class="age">As of <time datetime="{{ $page->at->toIso8601ZuluString() }}">{{ \App\Updates\Outside\PublicFiles::time($page->at) }}</time>. This page is written anew several times a minute, and at once when something is published.</p>
@unless ($isScreen ?? false)
<p>Follow without a browser: <a href="{{ $feed ?? 'feed.atom' }}">Atom feed</a>, <a href="{{ $json ?? 'index.json' }}">JSON</a>. <a href="{{ $screen ?? 'screen.html' }}">In large letters, for a screen on a wall</a>.</p>
@endunless
</footer>
</body>
</html>
