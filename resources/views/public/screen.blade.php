@php
    use App\Updates\Outside\PublicFiles;
    use App\Updates\Versions\UpdateVersion;
@endphp
@extends('public.page', ['title' => $place === null ? $words->say('status') : $words->name($place), 'isScreen' => true])
@section('main')
<h1>{{ $place === null ? $organisation : $words->name($place) }}</h1>
@forelse ($told as $one)
@php
    $last = $one->last();
    $said = $last === null ? null : $words->told($last);
@endphp
<section class="open">
<h2>{{ $words->say('since', ['what' => $words->title(PublicFiles::names($one)), 'time' => $words->time($one->incident->started_at)]) }}</h2>
<p @if ($last !== null && $words->isOriginal($last)) lang="{{ UpdateVersion::own()->value }}" @endif>{{ $said?->text }}</p>
@if ($said !== null && $said->meanwhile !== '')
<p><strong>{{ $said->meanwhile }}</strong></p>
@endif
@if ($last?->next_at !== null)
<p class="small">{{ $words->say('next', ['time' => $words->time($last->next_at)]) }}</p>
@endif
</section>
@empty
@if (array_filter($page->services, static fn($service): bool => $service->state === null) === [])
<p class="fine">{{ $words->say('all_fine') }}</p>
@else
<p class="fine">{{ $words->say('unpublished') }}</p>
@endif
@endforelse
@include('public.looking')
@endsection
