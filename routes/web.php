<?php

declare(strict_types=1);

use Illuminate\Support\Facades\Route;

// One page; the places in it are the front end's own. The sign-in page is named so that guests are sent there.
Route::view('/sign-in', 'app')->name('login');
Route::view('/{place?}', 'app')->where('place', '(?!api/|build/|sanctum/|up$).*');
