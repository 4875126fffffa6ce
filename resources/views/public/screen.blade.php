@php
    use App\Updates\Outside\PublicFiles;
@endphp
@extends('public.page', ['title' => $place ?? 'Service status', 'isScreen' => true])
@section('main')
<h1>{{ $place ?? $organisation }}</h1>
@forelse ($told as $one)
<section class="open">
<h2>{{ PublicFiles::title(PublicFiles::names($one)) }}, since {{ PublicFiles::time($one->incident->started_at) }}</h2>
<p>{{ $one->last()?->text }}</p>
@if ((string) $one->last()?->meanwhile !== '')
<p><strong>{{ $one->last()?->meanwhile }}</strong></p>
@endif
@if ($one->last()?->next_at !== null)
<p class="small">Next update by {{ PublicFiles::time($one->last()->next_at) }}</p>
@endif
</section>
@empty
@if (array_filter($page->services, static fn($service): bool => $service->state === null) === [])
<p class="fine">All services are working.</p>
@else
<p class="fine">No problem is published.</p>
@endif
@endforelse
@foreach ($page->services as $service)
@if ($service->looking !== null)
<p class="looking">{{ $service->looking }}</p>
@endif
@endforeach
@endsection
