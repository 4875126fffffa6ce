@php
    use App\Updates\Outside\PublicFiles;
    use App\Updates\Outside\PublicPage;
    $hit = array_filter($page->services, static fn($one): bool => $one->state?->isBroken() ?? false);
    $unsure = array_filter($page->services, static fn($one): bool => $one->state === null);
    $head = match (true) {
        count($hit) === 1 => $words->say('one_hit'),
        $hit !== [] => $words->say('many_hit', ['count' => count($hit)]),
        $unsure === [] => $words->say('all_work'),
        default => $words->say('status'),
    };
@endphp
@extends('public.page', ['title' => $words->say('status')])
@section('main')
<h1>{{ $head }}</h1>
@include('public.looking')
@foreach ($page->open as $told)
<section class="open" id="told-{{ $told->incident->id }}" aria-labelledby="told-{{ $told->incident->id }}-head">
<h2 id="told-{{ $told->incident->id }}-head"><a href="{{ $words->file("incident-{$told->incident->id}") }}">{{ $words->say('since', ['what' => $words->title(PublicFiles::names($told)), 'time' => $words->time($told->incident->started_at)]) }}</a></h2>
@include('public.story', ['told' => $told])
</section>
@endforeach
<h2>{{ $words->say('services') }}</h2>
<table class="services">
<thead><tr><th scope="col">{{ $words->say('service') }}</th><th scope="col">{{ $words->say('now') }}</th><th scope="col">{{ $words->say('days', ['days' => PublicPage::DAYS]) }}</th></tr></thead>
<tbody>
@foreach ($page->services as $service)
<tr>
<th scope="row"><a href="{{ $words->file($service->file) }}">{{ $words->name($service->name) }}</a></th>
<td @class(['now', 'hit' => $service->state?->isBroken() ?? false])>@include('public.mark', ['state' => $service->state]) {{ $words->state($service->state) }}</td>
<td>@include('public.days', ['days' => $service->days, 'name' => $service->name])</td>
</tr>
@endforeach
</tbody>
</table>
@if ($unsure !== [])
<p class="small">{{ $words->say('unsure') }}</p>
@endif
@include('public.planned', ['planned' => $page->planned])
<h2>{{ $words->say('over') }}</h2>
@if ($page->past === [])
<p class="small">{{ $words->say('none', ['days' => PublicPage::DAYS]) }}</p>
@else
<ul class="past">
@foreach ($page->past as $told)
<li><a href="{{ $words->file("incident-{$told->incident->id}") }}">{{ $words->title(PublicFiles::names($told)) }}</a>{{ $words->say('was', ['time' => $words->time($told->incident->started_at), 'lasting' => $words->lasting($told->incident->resolved_at->getTimestamp() - $told->incident->started_at->getTimestamp())]) }}</li>
@endforeach
</ul>
@endif
@if ($page->places !== [])
<h2>{{ $words->say('places') }}</h2>
<ul class="places">
@foreach ($page->places as $place => $file)
<li><a href="{{ $words->file($file) }}">{{ $words->name((string) $place) }}</a></li>
@endforeach
</ul>
@endif
@endsection
