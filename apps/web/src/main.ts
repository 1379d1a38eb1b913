import { bootstrapApplication } from '@angular/platform-browser';
import { appConfig } from './app/app.config.ts';
import { Root } from './app/shell/root.ts';
import { allowOwnScripts } from './app/trusted-types.ts';

allowOwnScripts();
bootstrapApplication(Root, appConfig).catch((error: unknown) => console.error(error));
