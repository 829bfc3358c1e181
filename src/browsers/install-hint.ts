import { existsSync } from 'node:fs';

/** What a package is called by the package managers of systems. */
export interface PackageNames {
  apt: string;
  dnf: string;
  /** Where it can be had by Homebrew. */
  brew?: string;
}

/** How something is installed on this system; or else the variable that names where it is. */
export function installHint({ apt, dnf, brew }: PackageNames, variable: string): string {
  const command =
    process.platform === 'darwin'
      ? brew && `brew install ${brew}`
      : process.platform === 'linux'
        ? existsSync('/usr/bin/dnf')
          ? `dnf install ${dnf}`
          : existsSync('/usr/bin/apt-get')
            ? `apt-get install ${apt}`
            : undefined
        : undefined;
  return command
    ? `Run: ${command}. Or set ${variable} to its path.`
    : `Install it, and set ${variable} to its path.`;
}
