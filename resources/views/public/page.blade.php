@php
    // Whoever reads the organisation's own language has perhaps chosen another in the form.
    $asked = $words->in === \App\Updates\Versions\UpdateVersion::own() ? [] : ['language' => $words->in->value];
@endphp
<!doctype html>
<html lang="{{ $words->in->value }}" dir="{{ $words->in->isRightToLeft() ? 'rtl' : 'ltr' }}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="color-scheme" content="light dark">
<title>{{ $title }} – {{ $organisation }}</title>
<link rel="icon" href="mark.svg" type="image/svg+xml">
<link rel="stylesheet" href="style.css">
<link rel="alternate" type="application/atom+xml" href="{{ $feed ?? 'feed.atom' }}" title="{{ $words->say('updates') }}">
@foreach ($languages as $other)
<link rel="alternate" hreflang="{{ $other->in->value }}" href="{{ $other->file($name) }}">
@endforeach
<script src="page.js" defer></script>
</head>
<body @class(['screen' => $isScreen ?? false])>
@unless ($isScreen ?? false)
<header>
<p class="who">{{ $organisation }}</p>
<nav aria-label="{{ $words->say('main') }}"><a href="{{ $words->file('index') }}">{{ $words->say('status') }}</a> <a href="{{ route('follow', $asked) }}">{{ $words->say('follow') }}</a> <a href="{{ route('report', $asked) }}">{{ $words->say('report') }}</a></nav>
<nav class="languages" aria-label="{{ $words->say('languages') }}">@foreach ($languages as $other)<a href="{{ $other->file($name) }}" lang="{{ $other->in->value }}" hreflang="{{ $other->in->value }}" @if ($other->in === $words->in) aria-current="true" @endif>{{ $other->in->ownName() }}</a> @endforeach</nav>
</header>
@endunless
<main id="main" data-at="{{ $page->at->toIso8601ZuluString() }}">
@yield('main')
</main>
<footer>
<p class="age" data-stale="{{ $words->say('old') }}"><time datetime="{{ $page->at->toIso8601ZuluString() }}">{{ $words->say('as_of', ['time' => $words->time($page->at)]) }}</time> {{ $words->say('written') }}</p>
@unless ($isScreen ?? false)
<p>{{ $words->say('without') }} <a href="{{ $feed ?? 'feed.atom' }}">{{ $words->say('feed') }}</a>, <a href="{{ $json ?? 'index.json' }}">JSON</a>. <a href="{{ $words->file($screen ?? 'screen') }}">{{ $words->say('large') }}</a>. <a href="{{ $words->file($screen ?? 'screen', 'txt') }}">{{ $words->say('plain') }}</a>.</p>
@endunless
</footer>
</body>
</html>
